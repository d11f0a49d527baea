import { boatyard } from '~/tests/kit/yard'
import { applyEdits } from '../../plan'
import type { Site } from '../../plan'
import { ADDRESS_FIELDS, addressesCsv, readAddresses } from './addressesCsv'
import { readCsv, writeCsv } from './csv'
import type { CsvTable } from './csv'
import { guessMapping } from './csvFields'
import { PORT_FIELDS, portsCsv, readPorts } from './portsCsv'

const table = (text: string): CsvTable => {
  const read = readCsv(text)
  if (!read.ok) throw new Error(read.problems[0]?.message)
  return read.value
}
const refusal = (text: string): string => {
  const read = readCsv(text)
  return read.ok ? '' : (read.problems[0]?.message ?? '')
}
const ports = (text: string, site: Site = boatyard()) => {
  const read = table(text)
  return readPorts(site, read, guessMapping(read.columns, PORT_FIELDS))
}
const addresses = (text: string) => {
  const read = table(text)
  return readAddresses(boatyard(), read, guessMapping(read.columns, ADDRESS_FIELDS))
}

test('what is written reads back as no change', () => {
  const count = boatyard().devices.reduce(
    (sum, { kind, ports: list }) =>
      sum + (['switch', 'gateway', 'router', 'unmanagedSwitch'].includes(kind) ? list.length : 0),
    0,
  )
  expect(ports(portsCsv(boatyard()))).toEqual({ edits: [], changes: [], problems: [], unchanged: count })
  expect(addresses(addressesCsv(boatyard()))).toMatchObject({
    edits: [],
    problems: [],
    unchanged: boatyard().devices.length,
  })
})

test.each([
  ['semicolons', 'device;port;native_vlan\nWorkshop switch;6;36'],
  ['tabs', 'device\tport\tnative_vlan\nWorkshop switch\t6\t36'],
  ['a byte order mark', '\uFEFFdevice,port,native_vlan\nWorkshop switch,6,36'],
  ['other headings', 'Switch name,Port number,PVID\nWorkshop switch,6,36'],
  ['quoted cells and empty lines', '"device","port","native_vlan"\r\n\r\n"Workshop switch","6","36"\r\n'],
])('%s are understood', (_name, text) => {
  const { edits, changes, problems } = ports(text)
  expect(problems).toEqual([])
  expect(changes).toEqual([{ row: 2, says: 'Workshop switch port 6: native VLAN 24 becomes 36' }])
  const after = applyEdits(boatyard(), edits)
  expect(after.devices.find(({ id }) => id === 'sw-shed')?.ports[5]?.nativeVlan).toBe(36)
})

test.each([
  ['', 'The file is empty'],
  ['device,port', 'no rows below it'],
  ['device#port\na#1', 'Accepted between the cells: commas, semicolons, tabs or bars'],
  ['device,port\n"a,1', 'is not closed'],
  ['a,b\n\u0000,1', 'is not text'],
])('%j is refused', (text, words) => expect(refusal(text)).toContain(words))

test('a hundred thousand rows are read, more are refused', () => {
  const rows = (count: number) => `device,port\n${'nobody,1\n'.repeat(count)}`
  expect(ports(rows(100_000)).problems).toHaveLength(100_000)
  expect(refusal(rows(100_001))).toContain('has 100001 rows; at most 100000 are read')
})

test.each([
  ['nobody,1,,', 'Device', 'no device “nobody”'],
  [',1,,', 'Device', 'name of the device is missing'],
  ['Workshop switch,99,,', 'Port', 'It has ports 1 to 8'],
  ['Workshop switch,6,4095,', 'Native VLAN', 'from 1 to 4094'],
  ['Workshop switch,1,,24 x', 'Tagged VLANs', '“x” is no VLAN'],
  ['Workshop switch,6,,24', 'Tagged VLANs', 'is an access port'],
])('the row “%s” is named with its column', (row, column, words) => {
  const { problems, edits } = ports(`device,port,native_vlan,tagged_vlans\n${row}`)
  expect(problems).toEqual([{ row: 2, column, message: expect.stringContaining(words) as string }])
  expect(edits).toEqual([])
})

test('a row given twice is one too many', () => {
  const { problems } = ports('device,port,poe\nWorkshop switch,6,on\nworkshop switch,6,on')
  expect(problems[0]).toMatchObject({
    row: 3,
    message: expect.stringContaining('in row 2 already') as string,
  })
})

test('a cable is moved: what was in either socket comes out', () => {
  const { edits, problems } = ports(
    'device,port,to_device,to_port,length_m\nWorkshop switch,6,Workshop AP 1,1,"12,5"',
  )
  expect(problems).toEqual([])
  const after = applyEdits(boatyard(), edits)
  expect(after.links.filter(({ b }) => b.deviceId === 'ap-work-1')).toEqual([
    expect.objectContaining({ a: { deviceId: 'sw-shed', port: 6 }, lengthM: 12.5 }),
  ])
  expect(
    ports('device,port,to_device,to_port\nWorkshop switch,6,Workshop switch,7').problems[0]?.message,
  ).toContain('cannot be plugged into Workshop switch itself')
})

test('cells that look like formulas are neutralised, and read back as they were', () => {
  const text = writeCsv(
    ['device', 'note'],
    [
      ['=HYPERLINK("x")', '+1'],
      ['@sum', '-2'],
    ],
  )
  expect(text.split('\r\n').slice(1, 3)).toEqual([`"'=HYPERLINK(""x"")",'+1`, `'@sum,'-2`])
  expect(table(text).rows).toEqual([
    ['=HYPERLINK("x")', '+1'],
    ['@sum', '-2'],
  ])
})

test('addresses: changed, refused, by any spelling of a MAC', () => {
  const { edits, problems } = addresses(
    'name;ip;mac;network\nYard controller;172.27.12.9;02-5A-0C-00-00-99;Yard gear\nLogin server;1.2.3;;\nGate camera;;xyz;\nBench laptop;;;Nowhere',
  )
  expect(problems.map(({ row, column }) => [row, column])).toEqual([
    [3, 'IP address'],
    [4, 'Hardware address (MAC)'],
    [5, 'Network'],
  ])
  expect(edits).toHaveLength(1)
  expect(edits[0]).toMatchObject({ record: { mac: '02:5a:0c:00:00:99', management: { ip: '172.27.12.9' } } })
})
