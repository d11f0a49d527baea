import { readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2020'
import { pathText } from '~/core/lib/outcome'
import { seededRandom } from '~/core/lib/random'
import { mutated } from '~/tests/kit/mutated'
import { siteFileJsonSchema } from '~/scripts/jsonSchema'
import { spoiltYard, yard } from '~/tests/kit/yard'
import { readSiteFile, siteFile, writeSiteFile } from './siteFile'

const file = (change: (data: Record<string, unknown[]>) => void = () => undefined): string => {
  const data = JSON.parse(writeSiteFile(yard(), true)) as Record<string, unknown[]>
  change(data)
  return JSON.stringify(data)
}
const problemsOf = (source: string): string[] => {
  const read = readSiteFile(source)
  return read.ok ? [] : read.problems.map(({ path, message }) => `${pathText(path)}: ${message}`)
}

test('what is written reads back the same', () => {
  const read = readSiteFile(writeSiteFile(yard(), true))
  expect(read.ok && read.value).toEqual(yard())
})

test('keys are left out unless they are asked for', () => {
  const keys = yard().profiles.map(({ passphrase }) => passphrase!)
  const without = writeSiteFile(yard())
  for (const key of keys) expect(without).not.toContain(key)
  for (const key of keys) expect(writeSiteFile(yard(), true)).toContain(key)
})

test('the two demo files differ in the planted mistakes only', () => {
  const [good, bad] = [yard(), spoiltYard()]
  const differing = good.devices.filter(
    (device, i) => JSON.stringify(device) !== JSON.stringify(bad.devices[i]),
  )
  expect(differing.map(({ id }) => id)).toEqual(['switch', 'controller'])
  expect({ ...bad, devices: good.devices, ssids: good.ssids }).toEqual(good)
})

type Data = Record<string, Record<string, any>[]>
const spoil = (change: (data: Data) => void) => problemsOf(file((data) => change(data as Data)))

test.each<[string, (data: Data) => void, string, string]>([
  ['a /33', (d) => (d.networks![0]!.subnet = '10.0.0.0/33'), 'networks[0].subnet', 'from /0 to /32'],
  ['VLAN 0', (d) => (d.networks![1]!.vlanId = 0), 'networks[1].vlanId', 'The least accepted is 1'],
  ['VLAN 4095', (d) => (d.networks![1]!.vlanId = 4095), 'networks[1].vlanId', 'The most accepted is 4094'],
  [
    'one VLAN twice',
    (d) => (d.networks![1]!.vlanId = 12),
    'networks[1].vlanId',
    'belongs to Yard gear already',
  ],
  [
    'an address of five parts',
    (d) => (d.networks![0]!.pool.end = '1.2.3.4.5'),
    'networks[0].pool.end',
    'IPv4 address',
  ],
  [
    'two SSIDs with one name on one network',
    (d) => d.ssids!.push({ ...d.ssids![0], id: 'again' }),
    'ssids[2].name',
    'is on Crew already',
  ],
  [
    'a port that does not exist',
    (d) => (d.links![0]!.b.port = 9),
    'links[0].b.port',
    'has no port 9. It has ports 1 to 5',
  ],
  ['a cable plugged in twice', (d) => (d.links![1]!.a.port = 1), 'links[1].a.port', 'has a cable already'],
  ['a cable into itself', (d) => (d.links![0]!.b.deviceId = 'modem'), 'links[0]', 'two different devices'],
  [
    'a reference to nobody',
    (d) => (d.networks![0]!.routedBy = 'ghost'),
    'networks[0].routedBy',
    'no device with the id “ghost”',
  ],
  ['a field nobody knows', (d) => (d.networks![0]!.colour = 'blue'), 'networks[0].colour', 'not known here'],
  ['an id twice', (d) => (d.rules![1]!.id = d.rules![0]!.id), 'rules[1].id', 'used twice'],
  [
    'a port listed twice',
    (d) => (d.devices![2]!.ports[1].number = 1),
    'devices[2].ports[1].number',
    'listed twice',
  ],
  ['a missing kind', (d) => delete d.devices![0]!.kind, 'devices[0].kind', 'missing'],
])('%s is named with its path and a sentence', (_name, change, path, words) => {
  const mine = spoil(change).filter((line) => line.startsWith(`${path}:`))
  expect(mine.join(' ')).toContain(words)
})

test('a native VLAN repeated among the tagged ones is read and means the same', () => {
  const said = JSON.parse(writeSiteFile(yard(), true)) as {
    devices: { ports: { taggedVlans: number[] }[] }[]
  }
  said.devices[2]!.ports[0]!.taggedVlans.push(12)
  expect(readSiteFile(JSON.stringify(said))).toEqual({ ok: true, value: yard() })
})

test('every error comes back, not only the first', () => {
  const lines = spoil((d) => {
    d.networks![0]!.vlanId = 0
    d.networks![1]!.subnet = 'x'
    d.devices![0]!.kind = 'toaster'
  })
  expect(lines).toHaveLength(3)
})

test('a refused key is not quoted', () => {
  const lines = spoil((d) => (d.profiles![0]!.passphrase = 'k'.repeat(200)))
  expect(lines[0]).toContain('128')
  expect(lines[0]).not.toContain('kkkk')
})

test.each([
  ['', 'The file is empty'],
  ['{"format":', 'not JSON'],
  [file((d) => Object.assign(d, { version: 4 })), 'of version 4; this program reads version 3'],
  [file((d) => Object.assign(d, { format: 'other' })), 'format'],
  ['[]', 'an object'],
])('a file that is none (%#)', (source, words) => expect(problemsOf(source).join(' ')).toContain(words))

test('switches and cables alone make a site', () => {
  const source = JSON.stringify({
    format: 'yard-beacon-site',
    version: 1,
    name: 'Two switches',
    devices: [
      { id: 'a', name: 'A', kind: 'switch', ports: [{ number: 1 }] },
      { id: 'b', name: 'B', kind: 'switch', ports: [{ number: 1 }] },
    ],
    links: [{ id: 'l', a: { deviceId: 'a', port: 1 }, b: { deviceId: 'b', port: 1 } }],
  })
  expect(problemsOf(source)).toEqual([])
})

test('the published JSON Schema is the one the validator gives', () => {
  expect(JSON.parse(readFileSync('docs/site-file.schema.json', 'utf8'))).toEqual(siteFileJsonSchema())
})

test('schema and validator judge 1500 spoilt files alike', () => {
  const validate = new Ajv({ strict: false }).compile(siteFileJsonSchema())
  const random = seededRandom(2019)
  const whole = JSON.parse(writeSiteFile(yard(), true)) as unknown
  let refused = 0
  for (let i = 0; i < 1500; i++) {
    const spoilt = mutated(whole, random)
    const ours = siteFile.validate(spoilt, { convert: false }).error === undefined
    if (validate(spoilt) !== ours)
      throw new Error(
        `the two differ (ours ${ours}): ${JSON.stringify(validate.errors)} ${siteFile.validate(spoilt, { convert: false }).error?.message ?? ''}`,
      )
    if (!ours) refused++
  }
  expect(refused).toBeGreaterThan(700)
})

test('switches, cables and plain clients alone make a site', () => {
  const read = readSiteFile(
    JSON.stringify({
      format: 'yard-beacon-site',
      version: 1,
      devices: [
        { id: 'a', kind: 'switch', ports: [{ number: 1 }, { number: 2, mode: 'trunk', taggedVlans: [7] }] },
        { id: 'h', kind: 'station', ports: [{ number: 1 }] },
      ],
      links: [{ id: 'l', a: { deviceId: 'a', port: 1 }, b: { deviceId: 'h', port: 1 } }],
    }),
  )
  expect(read).toMatchObject({ ok: true, value: { networks: [], devices: [{ name: 'a' }, { name: 'h' }] } })
  const [access, trunk] = read.ok ? (read.value.devices[0]?.ports ?? []) : []
  expect(access).toMatchObject({ mode: 'access', nativeVlan: 1, admit: 'untaggedOnly', ingressFilter: true })
  expect(trunk).toMatchObject({ nativeVlan: null, admit: 'all', ingressFilter: true })
})
