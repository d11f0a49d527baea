import { NEW_CLUSTER, NEW_REMOTE } from '../../plan'
import type { ClusterPart, Device, DeviceType, Site } from '../../plan'
import {
  boatyard,
  codes,
  expectMended,
  seen,
  withDevice,
  withNetwork,
  withPart,
  yard,
} from '~/tests/kit/yard'
import { ctl1 } from './ctl1'
import { ctl2, ctl3 } from './ctl23'
import { ctl4 } from './ctl4'
import { ctl5 } from './ctl5'
import { ctl6 } from './ctl6'
import { ctl7, ctl8 } from './ctl78'
import { rmt1 } from './rmt1'
import { rmt2 } from './rmt2'
import { vln1 } from './vln1'

const says = (rule: Parameters<typeof seen>[0], site: Site) => seen(rule, site).map((one) => one.says)
const withController = (part: Parameters<typeof withPart<'controller'>>[3], site = yard()) =>
  withPart(site, 'controller', 'controller', part)

/** The controller in the tills' network: two routers' worth of broadcast away from the gear. */
function apart(): Site {
  const site = yard()
  const switched = site.devices.find(({ id }) => id === 'switch')!
  const moved = withDevice(site, 'switch', {
    ports: switched.ports.map((port) =>
      port.number === 2
        ? {
            ...port,
            nativeVlan: 36,
            taggedVlans: [],
            mode: 'access' as const,
            admit: 'untaggedOnly' as const,
          }
        : port,
    ),
  })
  return withDevice(moved, 'controller', {
    management: {
      networkId: 'tills',
      addressing: 'fixed',
      ip: '172.27.36.3',
      prefixLength: 27,
      gateway: '172.27.36.1',
    },
  })
}

describe('CTL-1', () => {
  test('on one segment a broadcast is enough', () => expect(says(ctl1, yard())).toEqual([]))

  test('in another network nothing leads there, and the mend lets the lease name it', () => {
    const mended = expectMended(ctl1, apart())
    expect(mended.networks.find(({ id }) => id === 'gear')?.announcedControllerId).toBe('controller')
  })

  test.each<[string, (site: Site) => Site]>([
    [
      'an option of the lease',
      (site) => withNetwork(site, 'gear', { announcedControllerId: 'controller', announcedBy: '43' }),
    ],
    ['an address typed in', (site) => withPart(site, 'ap-shop', 'adoption', { pointer: '172.27.36.3' })],
    ['a name', (site) => withPart(site, 'controller', 'controller', { dnsName: 'wlc.yard.example' })],
  ])('%s leads there too', (_name, change) => expect(says(ctl1, change(apart()))).toEqual([]))

  test('a rule in the way is the reason', () => {
    const named = withNetwork(apart(), 'gear', { announcedControllerId: 'controller' })
    const closed = {
      ...named,
      rules: [
        {
          id: 'r',
          action: 'drop' as const,
          fromNetworkId: 'gear',
          to: { networkId: 'tills' },
          enabled: true,
        },
        ...named.rules,
      ],
    }
    expect(says(ctl1, closed)).toHaveLength(1)
  })
})

/** The shop's access point stands elsewhere, and the way is open. */
const remote = (part: Partial<Device['remote']> = {}): Site => {
  const away = withDevice(yard(), 'ap-shop', {
    remote: { ...NEW_REMOTE, latencyMs: 40, ...part },
    adoption: { controllerId: 'controller', pointer: '203.0.113.9' },
  })
  return {
    ...withController({ publicIp: '203.0.113.9', timeServer: '172.27.12.1' }, away),
    links: away.links.filter(({ id }) => id !== 'l-ap'),
    forwards: [5246, 5247].map((port) => ({
      id: `f${port}`,
      routerId: 'gateway',
      protocol: 'udp',
      port,
      toDeviceId: 'controller',
    })),
  }
}

describe('CTL-2', () => {
  test('told, announced and forwarded: nothing to say', () => expect(says(ctl2, remote())).toEqual([]))

  test('one of the two ports is not enough, and the mend adds the other', () => {
    const site = { ...remote(), forwards: remote().forwards.slice(0, 1) }
    expect(says(ctl2, site)[0]).toContain('does not forward UDP 5247')
    expect(expectMended(ctl2, site).forwards.map(({ port }) => port)).toEqual([5246, 5247])
  })

  test.each<[string, (site: Site) => Site, RegExp]>([
    [
      'TCP is not UDP',
      (site) => ({ ...site, forwards: site.forwards.map((one) => ({ ...one, protocol: 'tcp' as const })) }),
      /UDP 5246 and 5247/,
    ],
    [
      'to another device',
      (site) => ({ ...site, forwards: site.forwards.map((one) => ({ ...one, toDeviceId: 'till-1' })) }),
      /UDP 5246 and 5247/,
    ],
    [
      'no public address',
      (site) => withPart(site, 'controller', 'controller', { publicIp: null }),
      /means nothing outside/,
    ],
    [
      'it asks another address',
      (site) => withPart(site, 'ap-shop', 'adoption', { pointer: '203.0.113.10' }),
      /asks 203\.0\.113\.10/,
    ],
    [
      'it was told nothing',
      (site) => withPart(site, 'ap-shop', 'adoption', { pointer: null }),
      /not been told/,
    ],
    [
      'no feed',
      (site) => ({ ...site, links: site.links.filter(({ id }) => id !== 'l-feed') }),
      /uplink of Yard gateway/,
    ],
  ])('%s', (_name, change, words) => expect(says(ctl2, change(remote()))[0]).toMatch(words))

  test('a hosted controller needs no forward of ours', () =>
    expect(
      says(ctl2, { ...withPart(remote(), 'controller', 'controller', { form: 'hosted' }), forwards: [] }),
    ).toEqual([]))
})

test('CTL-3: those inside are sent to the public address, until staging has an interface of its own', () => {
  const site = withController({ publicIp: '203.0.113.9' })
  expect(says(ctl3, site)).toEqual([
    'Yard controller announces 203.0.113.9 on its only interface: Chandlery AP cannot join.',
  ])
  expect(expectMended(ctl3, site).devices.find(({ id }) => id === 'controller')?.controller).toMatchObject({
    stagingNetworkId: 'gear',
    publicIp: '203.0.113.9',
  })
  expect(says(ctl3, withPart(site, 'controller', 'controller', { form: 'hosted' }))).toEqual([])
})

describe('CTL-4', () => {
  const sized = (part: Partial<DeviceType>, site = yard()): Site => ({
    ...site,
    deviceTypes: site.deviceTypes.map((type) => (type.kind === 'controller' ? { ...type, ...part } : type)),
  })
  const rows = [
    { accessPoints: 5, clients: 2000, vcpus: 2, memoryGb: 4, diskGb: 40 },
    { accessPoints: 50, clients: 4000, vcpus: 4, memoryGb: 8, diskGb: 60 },
  ]
  test('a few are managed free', () =>
    expect(says(ctl4, sized({ managesFree: 1 }, withController({ licences: 0 })))).toEqual([]))
  test('encryption without its licence', () => {
    expect(says(ctl4, withController({ encryptsTunnels: true }))).toHaveLength(1)
    expect(says(ctl4, withController({ encryptsTunnels: true, encryptionLicence: true }))).toEqual([])
  })
  test('a machine below its size does not start', () => {
    const small = withController({ form: 'virtual', machine: { vcpus: 1, memoryGb: 4, diskGb: 40 } })
    expect(says(ctl4, sized({ capacity: rows }, small))).toEqual([
      'The machine of Yard controller has 1 of 2 vCPUs that its size needs: it does not start.',
    ])
    expect(says(ctl4, sized({ capacity: [{ ...rows[0]!, clients: 3 }] }, small))[0]).toContain(
      'No size of Yard controller carries 1 access points',
    )
  })
})

test('CTL-5: an address that is not on the list, whatever its case; one that is not known', () => {
  const listed = withController({ allowList: ['02:5A:0C:00:00:11'] })
  expect(says(ctl5, listed)).toEqual([])
  expectMended(ctl5, withController({ allowList: [] }))
  expect(says(ctl5, withDevice(listed, 'ap-shop', { mac: null }))[0]).toContain('not known')
  expect(says(ctl5, yard())).toEqual([])
})

/** Three members where the yard has one access point. */
function cluster(...parts: Partial<ClusterPart>[]): Site {
  const site = yard()
  const shop = site.devices.find(({ id }) => id === 'ap-shop')!
  return {
    ...site,
    devices: [
      ...site.devices.filter(({ id }) => id !== 'ap-shop'),
      ...parts.map((part, i) => ({
        ...shop,
        id: i === 0 ? 'ap-shop' : `member-${i}`,
        name: `Member ${i}`,
        mac: `02:5a:0c:00:01:${String(i).padStart(2, '0')}`,
        cluster: {
          ...NEW_CLUSTER,
          name: 'Quay',
          passphrase: 'p',
          priority: 100 + i,
          sharedIp: '172.27.12.9',
          ...part,
        },
      })),
    ],
  }
}

describe('CTL-6', () => {
  test('one name, one passphrase, one shared address, another priority each: fine', () =>
    expect(says(ctl6, cluster({}, {}, {}))).toEqual([]))
  test.each<[string, Partial<ClusterPart>, RegExp]>([
    ['a name by case', { name: 'quay' }, /cluster “quay” instead of “Quay”/],
    ['a passphrase', { passphrase: 'q' }, /another passphrase/],
    ['no shared address', { sharedIp: null }, /does not have the shared address 172\.27\.12\.9/],
    ['the highest priority twice', { priority: 102 }, /same priority 102/],
  ])('%s', (_name, odd, words) => {
    const site = cluster({}, odd, {})
    expect(says(ctl6, site)[0]).toMatch(words)
    expectMended(ctl6, site)
  })
  test('eleven are too many, ten are not', () => {
    const many = (count: number) => says(ctl6, cluster(...Array.from({ length: count }, () => ({}))))
    expect(many(10)).toEqual([])
    expect(many(11)).toEqual(['Cluster “Quay” has 11 members; 10 is the most.'])
  })
  test('two clusters on purpose, with other names and two members each, are two clusters', () =>
    expect(says(ctl6, cluster({}, {}, { name: 'Hall' }, { name: 'Hall' }))).toEqual([]))
})

test('CTL-7: a staging interface is planned, and one interface was chosen', () => {
  const virtual = { form: 'virtual' as const, stagingNetworkId: 'gear', interfaces: 1 as const }
  expect(seen(ctl7, withController({ ...virtual, isSetUp: true }))[0]).toMatchObject({ severity: 'stop' })
  expectMended(ctl7, withController({ ...virtual, isSetUp: false }))
})

test('CTL-8: no time server, one that is not reached', () => {
  const site = withController({ timeServer: null })
  expect(seen(ctl8, site)[0]?.severity).toBe('note')
  expect(
    seen(ctl8, withController({ timeServer: null, encryptsTunnels: true, encryptionLicence: true }))[0]
      ?.severity,
  ).toBe('fix')
  expectMended(ctl8, site)
  expect(says(ctl8, withController({ timeServer: 'time.example.org' }))).toEqual([])
  const noFeed = { ...yard(), links: yard().links.filter(({ id }) => id !== 'l-feed') }
  expect(says(ctl8, withController({ timeServer: 'time.example.org' }, noFeed))).toHaveLength(1)
})

test('RMT-1: a socket on no network, and a tunnel too slow for speech (ITU-T G.114: 150 ms one way)', () => {
  expect(says(rmt1, remote())).toEqual([])
  expect(says(rmt1, remote({ latencyMs: 300 }))).toEqual([])
  expect(says(rmt1, remote({ latencyMs: 302 }))).toHaveLength(1)
  expect(seen(rmt1, remote({ latencyMs: null }))[0]?.severity).toBe('note')
  const shop = yard().devices.find(({ id }) => id === 'ap-shop')!
  const two = withDevice(remote(), 'ap-shop', { ports: [...shop.ports, { ...shop.ports[0]!, number: 2 }] })
  expect(says(rmt1, two)).toHaveLength(1)
  const mapped = {
    ...two,
    groups: [
      { id: 'g', name: 'Away', accessPointIds: ['ap-shop'], jacks: [{ port: 2, networkId: 'tills' }] },
    ],
  }
  expect(says(rmt1, mapped)).toEqual([])
})

test('RMT-2: data of a tunnel are in clear unless the controller encrypts them (RFC 5415 section 12.1)', () => {
  expect(says(rmt2, yard())).toEqual([])
  expect(says(rmt2, remote())).toEqual([expect.stringContaining('crosses the internet in clear')])
  // Without the licence it can't be switched on; with it, one step does.
  expect(seen(rmt2, remote())[0]?.mend).toBeUndefined()
  const licensed = withController({ encryptionLicence: true }, remote())
  const mended = expectMended(rmt2, licensed)
  expect(mended.devices.find(({ id }) => id === 'controller')?.controller?.encryptsTunnels).toBe(true)
})

test('a remote access point has no cable; what its tunnel carries has to get past the controller’s port', () => {
  expect(codes(remote()).filter((code) => code !== 'WSH-1' && code !== 'RMT-2')).toEqual(['VLN-1'])
  expect(says(vln1, remote())).toEqual([expect.stringMatching(/is missing on .* port/)])
  expectMended(vln1, remote())
})

/** RFC 1122 section 3.2.1.3 (loopback), RFC 1918 (private), RFC 6598 (shared by a provider), RFC 3927 (link-local). */
test.each(['127.0.0.1', '10.1.2.3', '192.168.1.9', '100.64.0.7', '169.254.1.1', '255.255.255.255'])(
  'a controller that announces %s is found by nobody outside',
  (publicIp) => {
    const says = seen(ctl2, withPart(boatyard(), 'controller', 'controller', { publicIp })).map(
      (one) => one.says,
    )
    expect(says).toEqual([expect.stringContaining(publicIp)])
  },
)
