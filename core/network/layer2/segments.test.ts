import { usedAs } from '~/tests/kit/yard'
import fc from 'fast-check'
import { seededRandom } from '../../lib/random'
import { USUAL_CARTON, newAir, bareDevice, emptySite, newPort } from '../../plan'
import type { Device, Link, Port, Site } from '../../plan'
import { randomSite } from '~/tests/reference/randomSite'
import { attachmentsOf } from './attachments'
import { buildFabric } from './fabric'
import type { Fabric } from './fabricTypes'
import { placeKey, socket } from './keys'
import type { Place } from './keys'
import { segmentsOf } from './segments'
import { flood } from './walk'

const box = (id: string, kind: Device['kind'], ports: Port[], part: Partial<Device> = {}): Device => ({
  ...bareDevice(id, id, kind),
  ports,
  ...part,
})
const cable = (a: string, aPort: number, b: string, bPort: number): Link => ({
  id: `${a}${aPort}-${b}${bPort}`,
  a: { deviceId: a, port: aPort },
  b: { deviceId: b, port: bPort },
  lengthM: 1,
  category: 'cat6',
  statedMbps: null,
})
const trunk = (number: number, nativeVlan: number | null, taggedVlans: number[]): Port => ({
  ...newPort(number, nativeVlan),
  mode: 'trunk',
  taggedVlans,
  admit: 'all',
})
/** Where frames of a place come out, by name. */
function endsOf(fabric: Fabric, place: Place, segments = segmentsOf(fabric)): string[] {
  const ends = segments.from(place)?.ends
  return [...fabric.nodes.values()].flatMap(({ ports }) =>
    [...ports.values()].flatMap(({ id, serial }) => (ends?.[serial] === 1 ? [id] : [])),
  )
}

const heardFrom = (site: Site, deviceId: string, port: number): string[] =>
  endsOf(buildFabric(site), { deviceId, key: socket(port) })
    .filter((key) => key.includes('port:') || key.endsWith('self'))
    .filter((key) => key !== `${deviceId} port:${port}`)
    .sort()

test('for any site a segment holds just what a flood from there reaches', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
      const site = randomSite(seededRandom(seed))
      const fabric = buildFabric(site)
      const segments = segmentsOf(fabric)
      for (const { place } of attachmentsOf(site)) {
        const walked = new Set(flood(fabric, place).deliveries.map((delivery) => placeKey(delivery.place)))
        const shared = new Set(endsOf(fabric, place, segments))
        shared.delete(placeKey(place))
        expect([...shared].sort()).toEqual([...walked].sort())
      }
    }),
    { seed: 42, numRuns: 300 },
  )
})

test('a loop is found at the ports that close it, and a tree has none', () => {
  const devices = ['a', 'b', 'c'].map((id) =>
    box(id, 'switch', [newPort(1, 10), newPort(2, 10), newPort(3, 10)]),
  )
  const links = [cable('a', 1, 'b', 1), cable('b', 2, 'c', 2)]
  const loops = (list: Link[]) =>
    segmentsOf(buildFabric({ ...emptySite('loop'), devices, links: list })).from({
      deviceId: 'a',
      key: socket(3),
    })?.loops
  expect(loops(links)).toEqual([])
  expect(loops([...links, cable('c', 1, 'a', 2)])?.length).toBeGreaterThan(0)
})

test('an injector and a pair of powerline adapters pass frames as they come', () => {
  const site: Site = {
    ...emptySite('plain'),
    devices: [
      box('sw', 'switch', [newPort(1, 20), trunk(2, 10, [20])]),
      box('inj', 'injector', [newPort(1), newPort(2)]),
      box('pl1', 'powerline', [newPort(1), newPort(2)]),
      box('pl2', 'powerline', [newPort(1), newPort(2)]),
      box('far', 'switch', [trunk(1, 10, [20]), newPort(2, 20)]),
    ],
    links: [
      cable('sw', 2, 'inj', 1),
      cable('inj', 2, 'pl1', 1),
      { ...cable('pl1', 2, 'pl2', 2), category: 'mains' },
      cable('pl2', 1, 'far', 1),
    ],
  }
  expect(heardFrom(site, 'sw', 1)).toEqual(['far port:2'])
})

describe('household routers', () => {
  const withRouter = (part: Partial<Device>): Site => ({
    ...emptySite('home'),
    deviceTypes: [
      {
        id: 't',
        name: 't',
        kind: 'router',
        ports: [1, 2, 3].map((number) => ({
          number,
          label: String(number),
          role: number === 1 ? ('wan' as const) : ('lan' as const),
          maxMbps: 1000,
          pse: null,
        })),
        radios: [],
        poeClass: null,
        drawW: null,
        poeBudgetW: null,
        currentFirmware: null,
        needsLicence: false,
        maxAccessPoints: null,
        minimumFirmware: null,
        ...USUAL_CARTON,
      },
    ],
    devices: [
      box('sw', 'switch', [newPort(1, 10), newPort(2, 10)]),
      box('home', 'router', [newPort(1), newPort(2), newPort(3)], { typeId: 't', ...part }),
    ],
    links: [cable('sw', 1, 'home', 2)],
  })

  test('as a plain access point its LAN is part of the network, its WAN socket leads nowhere', () => {
    const site = withRouter(usedAs('plainAp'))
    expect(heardFrom(site, 'sw', 2)).toEqual(['home port:3', 'home self'])
    expect(heardFrom({ ...site, links: [cable('sw', 1, 'home', 1)] }, 'sw', 2)).toEqual([])
  })

  test('as a router behind a router its uplink ends there', () => {
    const uplink = { port: 1, addressing: 'dhcp' as const, ip: null, prefixLength: null, gateway: null }
    const site = withRouter(usedAs('innerRouter', uplink))
    const fabric = buildFabric({ ...site, links: [cable('sw', 1, 'home', 1)] })
    expect(endsOf(fabric, { deviceId: 'sw', key: socket(2) }).sort()).toEqual([
      'home up',
      'sw port:2',
      'sw self:10',
    ])
  })
})

test('a bridge pair carries whole frames, tags and all; a repeater joins one SSID', () => {
  const network = (id: string, vlanId: number) => ({
    id,
    name: id,
    purpose: 'other' as const,
    vlanId,
    subnet: `10.0.${vlanId}.0/24`,
    gateway: null,
    pool: null,
    nameServers: [],
    expectedClients: 1,
    routedBy: null,
    servedBy: null,
    translated: false,
    relayed: false,
    announcedControllerId: null,
    announcedBy: '138' as const,
  })
  const ssid = {
    id: 's',
    name: 'S',
    networkId: 'n20',
    profileId: null,
    bands: ['5' as const],
    accessPointIds: ['ap'],
    groupIds: null,
    hidden: false,
    isolated: false,
    schedule: 'always' as const,
    macList: null,
  }
  const site: Site = {
    ...emptySite('air'),
    networks: [network('n10', 10), network('n20', 20)],
    ssids: [ssid],
    devices: [
      box('ap', 'accessPoint', [trunk(1, 10, [])], {
        management: { networkId: 'n10', addressing: 'dhcp', ip: null, prefixLength: null, gateway: null },
      }),
      box('near', 'switch', [newPort(1, 20), trunk(2, 10, [20]), trunk(3, 10, [20])]),
      box('a', 'router', [newPort(1)], usedAs('bridgeEnd')),
      box('b', 'router', [newPort(1)], {
        ...usedAs('bridgeEnd'),
        air: newAir('a', { way: 'bridge' }),
      }),
      box('far', 'switch', [trunk(1, 10, [20]), newPort(2, 20)]),
      box('rep', 'router', [newPort(1)], {
        ...usedAs('repeater'),
        air: newAir('ap', { ssidId: 's' }),
      }),
    ],
    links: [cable('near', 2, 'a', 1), cable('b', 1, 'far', 1), cable('near', 3, 'ap', 1)],
  }
  // VLAN 20 crosses the bridge with its tag; the bridge ends themselves listen untagged, so they do not hear it
  expect(heardFrom(site, 'near', 1)).toEqual(['far port:2', 'rep port:1', 'rep self'])
  // A station that has not chosen an SSID yet is on nobody's air.
  const astray = {
    ...site,
    devices: site.devices.map((one) =>
      one.id === 'rep' ? { ...one, air: newAir('ap', { way: 'station' }) } : one,
    ),
  }
  expect(heardFrom(astray, 'near', 1)).toEqual(['far port:2'])
})
