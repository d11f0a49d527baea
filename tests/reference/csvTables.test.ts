import fc from 'fast-check'
import {
  ADDRESS_FIELDS,
  PORT_FIELDS,
  addressesCsv,
  guessMapping,
  portsCsv,
  readAddresses,
  readCsv,
  readPorts,
  writeCsv,
} from '~/core/formats'
import { seededRandom } from '~/core/lib/random'
import type { Device, Port, Site } from '~/core/plan'
import { FileFolder } from '../kit/fileFolder'
import { hostilePlan, hostileText } from '../kit/hostile'
import { demoYard, spoiltDemoYard } from '../kit/yard'
import { must, testWith } from '../real/programs'

const table = (text: string) => {
  const read = readCsv(text)
  if (!read.ok) throw new Error(read.problems[0]?.message)
  return read.value
}

/** A plan whose names are no names: several devices and networks alike, or in case and blanks only; and odd settings. */
function oddPlan(seed: number): Site {
  const random = seededRandom(seed)
  const site = hostilePlan(seed, 'C')
  const names = [
    'Alike',
    'alike',
    ' Alike',
    'Alike ',
    '\u00a0Alike',
    "'=1",
    '=1',
    '  ',
    'a;=1',
    'a,\t@x',
    hostileText(random, 60),
  ]
  const name = () => names[Math.floor(random() * names.length)]!
  const shuffled = (port: Port): Port =>
    random() < 0.5
      ? { ...port, taggedVlans: [...port.taggedVlans].reverse() }
      : {
          ...port,
          mode: random() < 0.3 ? 'access' : port.mode,
          taggedVlans: [36, 12, 24].filter((id) => id !== port.nativeVlan),
        }
  return {
    ...site,
    networks: site.networks.map((network) => ({ ...network, name: name() })),
    devices: site.devices.map((device): Device => ({
      ...device,
      name: name(),
      mac: device.mac?.toUpperCase() ?? null,
      ports: device.ports.map(shuffled),
      management:
        random() < 0.2 ? { ...device.management, addressing: 'fixed', ip: null } : device.management,
    })),
    links: [
      ...site.links,
      {
        id: 'l-self',
        a: { deviceId: 'sw-shed', port: 6 },
        b: { deviceId: 'sw-shed', port: 7 },
        lengthM: 0.5,
        category: 'cat6',
        statedMbps: null,
      },
    ],
  }
}

const PLANS: Site[] = [
  demoYard(),
  spoiltDemoYard(),
  ...Array.from({ length: 200 }, (_, seed) => oddPlan(seed)),
]

test('out and in again changes nothing, whatever the plan', () => {
  PLANS.forEach((site, i) => {
    const ports = table(portsCsv(site))
    const addresses = table(addressesCsv(site))
    const nothing = { edits: [], changes: [], problems: [] }
    expect({ i, ...readPorts(site, ports, guessMapping(ports.columns, PORT_FIELDS)) }).toMatchObject({
      i,
      ...nothing,
    })
    expect({
      i,
      ...readAddresses(site, addresses, guessMapping(addresses.columns, ADDRESS_FIELDS)),
    }).toMatchObject({
      i,
      ...nothing,
      unchanged: site.devices.length,
    })
  })
})

test('any cell comes back as it was', () => {
  const odd = fc.constantFrom(...',;|\t\r\n\'"=+-@ \u00a0\ufeffx＝'.split(''))
  const cell = fc
    .array(fc.oneof(odd, fc.string({ unit: 'grapheme', maxLength: 3 })), { maxLength: 8 })
    .map((parts) => parts.join('').replaceAll('\0', ''))
  fc.assert(
    fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 4 }), (rows) => {
      const marked = rows.map(([a, b], i) => [`${i}`, a, b])
      expect(table(writeCsv(['n', 'a', 'b'], marked)).rows).toEqual(marked)
    }),
    { seed: 11, numRuns: 2000 },
  )
})

test.each([
  ['sep=;\r\ndevice;port\r\na,b;1\r\n', [['a,b', '1']]],
  ['\ufeffsep=\t\ndevice\tport\na;b\t1\n', [['a;b', '1']]],
  ['"sep=|"\ndevice|port\na,b|1\n', [['a,b', '1']]],
  ['device,port\n"a;b;c;d",1\n', [['a;b;c;d', '1']]],
])('%j is read by what it says of itself', (text, rows) => expect(table(text).rows).toEqual(rows))

/** What Python's csv makes of a file, and of the same lines split at other signs. */
const PYTHON = `import csv, io, json, sys
text = open(sys.argv[1], newline='', encoding='utf-8').read()
read = lambda sign: list(csv.reader(io.StringIO(text, newline=''), delimiter=sign))
print(json.dumps({'cells': read(','), 'others': [cell for sign in ';\\t' for row in read(sign) for cell in row]
  + [cell for sign in ',;\\t' for line in text.split('\\r\\n') for cell in line.replace('"', '').split(sign)]}))`

testWith(['/usr/bin/python3'])(
  'Python’s csv reads the same cells, and finds no formula wherever it splits',
  () => {
    const folder = new FileFolder()
    const script = folder.put('read.py', PYTHON)
    try {
      for (const site of PLANS.slice(0, 60))
        for (const text of [portsCsv(site), addressesCsv(site)]) {
          const said = JSON.parse(must('/usr/bin/python3', [script, folder.put('t.csv', text)])) as {
            cells: string[][]
            others: string[]
          }
          const cells = said.cells.slice(1)
          expect(
            cells.map(([name]) => name!.replace(/(?<=^|[,;\t\r\n|])'(?=[\s']*[=+\-@＝＋－＠])/g, '')),
          ).toEqual(table(text).rows.map(([name]) => name))
          expect([...cells.flat(), ...said.others].filter((cell) => /^\s*[=+@-]/.test(cell))).toEqual([])
        }
    } finally {
      folder.remove()
    }
  },
)

test('an id that is another device’s than the name is a fault, and an unknown name says what is known', () => {
  const site = demoYard()
  const read = (text: string) => {
    const rows = table(text)
    return readAddresses(site, rows, guessMapping(rows.columns, ADDRESS_FIELDS)).problems.map(
      ({ message }) => message,
    )
  }
  const [a, b] = site.devices
  expect(read(`device,device_id,gateway\n${a!.name},${b!.id},1.2.3.4\n`)[0]).toContain('Keep one of the two')
  expect(read(`device,device_id,network\n${a!.name},${a!.id},Nowhere\n`)[0]).toContain(
    `Known: ${site.networks[0]!.name}`,
  )
})
