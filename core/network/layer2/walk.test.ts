import fc from 'fast-check'
import { emptySite } from '../../plan'
import type { AdmitFrames, Device, Link, Port, Site } from '../../plan'
import { bareDevice, newPort } from '../../plan'
import { buildFabric } from './fabric'
import { socket } from './keys'
import { deliveredTo, flood, journey } from './walk'

const trunk = (number: number, nativeVlan: number | null, taggedVlans: number[]): Port => ({
  ...newPort(number, nativeVlan),
  mode: 'trunk',
  taggedVlans,
  admit: 'all',
})
const box = (id: string, ports: Port[], kind: Device['kind'] = 'switch'): Device => ({
  ...bareDevice(id, id.toUpperCase(), kind),
  ports,
})
const cable = (a: string, aPort: number, b: string, bPort: number): Link => ({
  id: `${a}${aPort}${b}${bPort}`,
  a: { deviceId: a, port: aPort },
  b: { deviceId: b, port: bPort },
  lengthM: 1,
  category: 'cat6',
  statedMbps: null,
})
const site = (devices: Device[], links: Link[]): Site => ({ ...emptySite('walk'), devices, links })
const at = (deviceId: string, port: number) => ({ deviceId, key: socket(port) })

/** Where a broadcast comes out, as "device.port tag". */
const heard = (plan: Site, deviceId: string, port: number, tag: number | null = null): string[] =>
  flood(buildFabric(plan), at(deviceId, port), tag)
    .deliveries.filter(({ place }) => place.key.startsWith('port:'))
    .map(({ place, tag: out }) => `${place.deviceId}.${place.key.slice(5)} ${out ?? '-'}`)
    .sort()

const twoSwitches = (nativeA: number | null, nativeB: number | null) =>
  site(
    [
      box('a', [newPort(1, 10), newPort(2, 20), trunk(9, nativeA, [20])]),
      box('b', [newPort(1, 10), newPort(2, 20), trunk(9, nativeB, [20])]),
    ],
    [cable('a', 9, 'b', 9)],
  )

test('a broadcast stays in its VLAN, native or tagged', () => {
  expect(heard(twoSwitches(10, 10), 'a', 1)).toEqual(['b.1 -'])
  expect(heard(twoSwitches(10, 10), 'a', 2)).toEqual(['b.2 -'])
})

test('a native mismatch leaks one network into the other', () => {
  const plan = site(
    [box('a', [newPort(1, 10), trunk(9, 10, [])]), box('b', [newPort(1, 30), trunk(9, 30, [])])],
    [cable('a', 9, 'b', 9)],
  )
  expect(heard(plan, 'a', 1)).toEqual(['b.1 -'])
})

test('a trunk without a native drops what comes untagged, and says so', () => {
  const plan = twoSwitches(10, null)
  expect(heard(plan, 'a', 1)).toEqual([])
  expect(flood(buildFabric(plan), at('a', 1)).drops).toMatchObject([
    { place: at('b', 9), refusal: { clause: '802.1Q 6.9 PVID' } },
  ])
})

test('tagged frames at an access port are dropped; without the careful settings they enter', () => {
  const plan = (admit: AdmitFrames, ingressFilter: boolean) =>
    site([box('a', [{ ...newPort(1, 10), admit, ingressFilter }, newPort(2, 20)])], [])
  expect(heard(plan('untaggedOnly', true), 'a', 1, 20)).toEqual([])
  expect(heard(plan('all', true), 'a', 1, 20)).toEqual([])
  expect(heard(plan('all', false), 'a', 1, 20)).toEqual(['a.2 -'])
})

test('an unmanaged switch passes tags as they come', () => {
  const plan = site(
    [
      box('a', [newPort(1, 20), trunk(9, 10, [20])]),
      box('u', [newPort(1), newPort(2), newPort(3)], 'unmanagedSwitch'),
    ],
    [cable('a', 9, 'u', 1)],
  )
  expect(heard(plan, 'a', 1)).toEqual(['u.2 20', 'u.3 20'])
})

test('two cables between two switches are a loop, found and named', () => {
  const plan = site(
    [box('a', [newPort(1, 10), newPort(2, 10), newPort(3, 10)]), box('b', [newPort(2, 10), newPort(3, 10)])],
    [cable('a', 2, 'b', 2), cable('a', 3, 'b', 3)],
  )
  expect(flood(buildFabric(plan), at('a', 1)).loops.length).toBeGreaterThan(0)
  expect(flood(buildFabric({ ...plan, links: plan.links.slice(1) }), at('a', 1)).loops).toEqual([])
})

test('a journey lists every device once, in order', () => {
  const plan = twoSwitches(10, 10)
  const found = deliveredTo(flood(buildFabric(plan), at('a', 1)), at('b', 1))
  expect(journey(found!.visit).map(({ deviceId }) => deviceId)).toEqual(['a', 'b'])
})

/** A random chain of switches with random trunks; every port 1 is a client's. */
const chain = fc
  .array(
    fc.record({
      native: fc.constantFrom(null, 10, 20),
      tagged: fc.subarray([10, 20, 30]),
      access: fc.constantFrom(10, 20, 30),
    }),
    { minLength: 2, maxLength: 6 },
  )
  .map((hops) =>
    site(
      hops.map(({ native, tagged, access }, i) => {
        const rest = tagged.filter((vlan) => vlan !== native)
        return box(`s${i}`, [newPort(1, access), trunk(2, native, rest), trunk(3, native, rest)])
      }),
      hops.slice(1).map((_, i) => cable(`s${i}`, 3, `s${i + 1}`, 2)),
    ),
  )

test('adding a VLAN to a trunk never shrinks where a broadcast gets to', () => {
  fc.assert(
    fc.property(chain, fc.nat(), fc.constantFrom(10, 20, 30), (plan, pick, vlan) => {
      const index = pick % plan.devices.length
      const wider: Site = {
        ...plan,
        devices: plan.devices.map((device, i) => ({
          ...device,
          ports: device.ports.map((port) =>
            i === index && port.number === 3 && port.nativeVlan !== vlan
              ? { ...port, taggedVlans: [...new Set([...port.taggedVlans, vlan])] }
              : port,
          ),
        })),
      }
      const reached = (s: Site) => heard(s, 's0', 1).map((line) => line.split(' ')[0])
      const [before, after] = [reached(plan), new Set(reached(wider))]
      return before.every((place) => after.has(place))
    }),
    { seed: 8021, numRuns: 300 },
  )
})

test('without native mismatch no frame changes its VLAN on the way', () => {
  fc.assert(
    fc.property(chain, (plan) => {
      const even = plan.devices.map((device) => ({
        ...device,
        ports: device.ports.map((port) =>
          port.mode === 'trunk'
            ? { ...port, nativeVlan: 10, taggedVlans: port.taggedVlans.filter((v) => v !== 10) }
            : port,
        ),
      }))
      const { visits } = flood(buildFabric({ ...plan, devices: even }), at('s0', 1))
      return new Set(visits.map(({ vid }) => vid)).size === 1
    }),
    { seed: 8021, numRuns: 300 },
  )
})
