import { demoYard, withDevice } from '~/tests/kit/yard'
import type { Device, Site } from '../../plan'
import { bssidsKnown, radioOfBssid, walkOf, withoutMoved } from './walked'
import type { Observation } from './observations'

const MACS = {
  'ap-shop': '02:5e:00:10:20:30',
  'ap-cafe': '02:5e:00:10:70:90',
  'ap-gate': '02:5e:00:10:70:a0',
}
const site = Object.entries(MACS).reduce((made, [id, mac]) => withDevice(made, id, { mac }), demoYard())
const heard = (id: string, at: string, rssiDbm: number | null, bssid?: string): Observation => ({
  id,
  at,
  revision: 1,
  source: 'typed',
  who: '',
  place: '',
  seen: {
    kind: 'heard',
    levelId: site.levels[0]!.id,
    at: [3, 4],
    deviceId: 'ap-shop',
    band: '5',
    rssiDbm,
    client: null,
    ...(bssid ? { bssid } : {}),
  },
})

test('of one radio read twice at one spot the newest counts, whatever order they come in', () => {
  const [old, young] = [heard('a', '2026-01-01T10:00', -70), heard('b', '2026-01-01T11:00', -60)]
  for (const list of [
    [old, young],
    [young, old],
  ])
    expect(walkOf(site, list)).toEqual([
      { at: [3, 4], floor: site.levels[0]!.name, radio: 'ap-shop', band: '5', rssiDbm: -60, client: null },
    ])
})

test.each([
  ['made from a MAC by the last octet', '02:5e:00:10:20:31', 'ap-shop'],
  ['made from one by the first', '06:5e:00:10:70:90', 'ap-cafe'],
  ['of nobody', '02:5e:00:10:21:30', null],
  ['that may be of either of two', '02:5e:00:10:70:91', null],
])('a BSSID %s', (_what, bssid, deviceId) =>
  expect(radioOfBssid(site, new Map(), bssid, '5')?.deviceId ?? null).toBe(deviceId),
)

test('what somebody said of a BSSID goes before what its octets say, and the newest word counts', () => {
  const known = bssidsKnown([
    heard('b', '2026-01-01T11:00', -60, '06:5e:00:10:70:90'),
    heard('a', '2026-01-01T10:00', -60, '06:5e:00:10:70:91'),
  ])
  expect(radioOfBssid(site, known, '06:5e:00:10:70:90', '5')).toEqual({ deviceId: 'ap-shop', band: '5' })
  expect(radioOfBssid(site, known, '06:5e:00:10:20:92', null)).toBeNull()
})

test('levels of a radio that was moved or set otherwise since are left out; a lock or a name changes nothing', () => {
  const [old, now] = [
    heard('a', '2026-01-01T10:00', -60),
    { ...heard('b', '2026-01-02T10:00', -61), revision: 2 },
  ]
  const position = site.devices.find(({ id }) => id === 'ap-shop')!.position!
  const left = (changed: Partial<Device>, planAt = (): Site | null => site) =>
    withoutMoved(withDevice(site, 'ap-shop', changed), 2, [old, now], planAt).map(({ id }) => id)
  expect(left({ name: 'Other', position: { ...position, locked: true } })).toEqual(['a', 'b'])
  expect(left({ position: { ...position, at: [1, 2] } })).toEqual(['b'])
  expect(left({ position: { ...position, azimuthDeg: 200 } })).toEqual(['b'])
  expect(left({ radios: [] })).toEqual(['b'])
  // Nobody knows any more how it stood then.
  expect(left({}, () => null)).toEqual(['b'])
})
