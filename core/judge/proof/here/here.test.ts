import { boatyard, demoYard, withPort } from '~/tests/kit/yard'
import type { Here } from '../../../network/here'
import { checksHere, failsHere, hereVerdict, testsHere } from '.'
import type { HereResult } from '.'

const CREW: Here = {
  interfaceName: 'en1',
  isUp: true,
  speedMbps: 1000,
  ip: '172.27.24.77',
  prefixLength: 24,
  gateway: '172.27.24.1',
  nameServers: ['172.27.24.1'],
  neighbour: { name: 'chandlery-switch', port: 'port 12' },
  radio: null,
}
const at = (part: Partial<Here>, place = 'port:switch:12', site = boatyard()) =>
  checksHere(site, place, { ...CREW, ...part })!
const failing = (part: Partial<Here>, place?: string) =>
  at(part, place).flatMap(({ what, ok }) => (ok === false ? [what] : []))

test('what is as planned, and each way in which it is not', () => {
  expect(failing({})).toEqual([])
  expect(failing({ isUp: false })).toEqual(['link'])
  expect(failing({ ip: null })).toEqual(['address'])
  expect(failing({ ip: '172.27.12.9' })).toEqual(['address'])
  expect(at({ ip: '172.27.12.9' })[1]?.found).toBe('172.27.12.9, an address of Yard gear')
  expect(failing({ prefixLength: 16 })).toEqual(['mask'])
  expect(failing({ gateway: '172.27.24.9' })).toEqual(['gateway'])
  expect(failing({ gateway: null })).toEqual(['gateway'])
  expect(failing({ neighbour: { name: 'Workshop switch', port: '12' } })).toEqual(['neighbour'])
  expect(failing({ neighbour: { name: 'Chandlery switch', port: 'ge-0/0/11' } })).toEqual(['neighbour'])
  expect(checksHere(boatyard(), 'port:gone:1', CREW)).toBeNull()
})

test('what was not read fails nothing', () => {
  expect(failing({ neighbour: null, speedMbps: null, prefixLength: null })).toEqual([])
  const slow = withPort(boatyard(), 'switch', 12, { speedMbps: 100 })
  const speed = at({}, 'port:switch:12', slow).find(({ what }) => what === 'speed')
  expect(speed).toMatchObject({ ok: false, meant: '100 Mbit/s', found: '1000 Mbit/s' })
})

test('by radio the name that was joined counts', () => {
  const radio = {
    ssid: 'TernQuay-Berths',
    bssid: '02:00:00:00:00:01',
    freqMhz: 5180,
    rssiDbm: -50,
    rateMbps: 400,
  }
  const ssid = (part: Partial<Here>) =>
    at(part, 'ssid:ap-shop:ssid-berth', demoYard()).find(({ what }) => what === 'ssid')?.ok
  expect([ssid({ radio }), ssid({ radio: { ...radio, ssid: 'Other' } }), ssid({})]).toEqual([
    true,
    false,
    false,
  ])
})

test('where the plan has no host to ask, it says so; a gateway is none', () => {
  const tests = testsHere(boatyard(), 'port:switch:12')
  if (!tests.ok) throw new Error()
  expect(tests.value.needs.map(({ name }) => name)).toEqual(['the internet', 'Cameras', 'Tills'])
  expect(tests.value.tests.map(({ label, to }) => [label, to])).toEqual([
    ['the gateway', null],
    // One of the same network: heard from here, its silence towards others says something.
    ['Workshop printer', { networkId: 'crew' }],
  ])
  expect(testsHere(boatyard(), 'port:sw-cafe:3').ok).toBe(false)
})

test('silence of a host that nobody ever heard proves nothing', () => {
  const result = (strength: HereResult['strength'], answered: boolean): HereResult => ({
    id: 'x',
    ip: '172.27.36.20',
    label: 'a till',
    to: strength === null ? null : { networkId: 'tills' },
    strength,
    answered,
    meanMs: null,
    why: null,
  })
  const [nobody, heard] = [new Set<string>(), new Set(['172.27.36.20'])]
  expect(hereVerdict(result('mustNot', false), nobody)).toBe('unsure')
  expect(hereVerdict(result('mustNot', false), heard)).toBe('ok')
  expect(hereVerdict(result('mustNot', true), heard)).toBe('fails')
  expect(hereVerdict(result('must', false), nobody)).toBe('fails')
  expect(hereVerdict(result('must', true), nobody)).toBe('ok')
  expect(hereVerdict(result(null, false), nobody)).toBe('unsure')
  expect(failsHere([], [result('mustNot', false)], nobody)).toBe(false)
})
