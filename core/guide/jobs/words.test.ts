import { after, askOf, bakery, made } from '~/tests/kit/jobs'
import { seededRandom } from '../../lib/random'
import { findings } from '../../judge/findings'
import { subnetOrNull } from '../../network/addressing'
import { isOnAir, newKey, spelled, NEW_KEY_BITS } from '../../plan'
import { JOBS, makeJob, topologyOf } from './index'
import type { JobId } from './index'

/** The sentences of what cannot be made. */
function refused(id: JobId, given: Record<string, unknown>, site = bakery()): string {
  const result = makeJob(JOBS[id], askOf(site, given))
  return result.ok
    ? 'made'
    : result.problems.map(({ path, message }) => `${path.join('.')}: ${message}`).join('\n')
}

test.each<[string, JobId, Record<string, unknown>, RegExp]>([
  [
    'no access points at all',
    'access-points',
    { aps: 0 },
    /^aps: .*“0” cannot be taken. Accepted: a whole number from 1 to 500/,
  ],
  ['more than the largest controller carries', 'access-points', { aps: 501 }, /make two sites of it/],
  [
    '10 000 clients in one network',
    'access-points',
    { clients: 10_000 },
    /^clients: .*1 to 4000.*several networks/,
  ],
  ['half a client', 'one-router', { clients: 2.5 }, /whole number/],
  [
    'a key of seven',
    'one-router',
    { key: 'sevench' },
    /^key: Its key\? That key cannot be taken. Accepted: 8 to 63/,
  ],
  ['an SSID of 33 octets', 'one-router', { ssid: 'é'.repeat(17) }, /1 to 32 octets/],
  ['no country', 'one-router', { country: 'Holland' }, /two capital letters/],
  [
    'an answer to nothing',
    'one-router',
    { colour: 'red' },
    /^colour: “colour” is not asked here. Accepted: .*ssid/,
  ],
  [
    'one name for two networks',
    'two-networks',
    { nameA: 'Shop', nameB: 'shop' },
    /^nameB: .*Accepted: another name/,
  ],
  ['five children at one parent', 'mesh', { nodes: 5, cabled: 0 }, /^cabled: .*4 at most. Accepted: 1 to 5/],
  [
    'a user called DEFAULT',
    'company-login',
    { users: 'anna default' },
    /^users: .*“default” cannot be taken/,
  ],
  ['a user twice', 'company-login', { users: 'anna anna' }, /^users: .*different names/],
  [
    'a machine below its size',
    'virtual-controller',
    { vcpus: 1 },
    /^vcpus: 1 vCPUs are too few: .* it wants 4/,
  ],
  ['more than the largest size', 'virtual-controller', { fleet: 501 }, /second controller/],
  [
    'a hardware address of five pairs',
    'remote-worker',
    { mac: '02:00:5e:00:53' },
    /^mac: .*02:00:5e:00:53:01/,
  ],
  ['nobody to feed it', 'one-more-by-radio', {}, /no access point here that could feed it/],
])('%s', (_name, id, given, says) => {
  expect(refused(id, given)).toMatch(says)
  expect(refused(id, given)).not.toContain('sevench')
})

test('more clients than the subnet that is there can hold', () => {
  const site = after('one-router')
  expect(refused('old-router', { clients: 500 }, site)).toMatch(
    /^clients: 500 clients are expected, and the pool of Home \(172\.28\.0\.0\/24\) holds 205/,
  )
})

test('a device that is gone is no answer any more', () => {
  const site = after('mesh')
  expect(refused('one-more-by-radio', { parent: 'node-9' }, site)).toMatch(
    /^parent: .*“node-9” cannot be taken. Accepted: gateway/,
  )
})

test('a fifth child is sent to another parent', () => {
  let site = after('mesh', { nodes: 4 })
  expect(refused('one-more-by-radio', { parent: 'gateway' }, site)).toMatch(
    /^parent: .*4 children, and 4 is the most/,
  )
  site = after('one-more-by-radio', { parent: 'node' }, site)
  expect(site.devices.filter(({ air }) => air?.deviceId === 'node')).toHaveLength(1)
})

test('LAN to LAN: in the subnet, outside the pool, its address server off, on another channel', () => {
  const site = after('old-router')
  const [first, second] = ['gateway', 'router'].map((id) => site.devices.find((one) => one.id === id)!)
  const { subnet, pool, gateway } = site.networks[0]!
  expect(second!.management).toMatchObject({
    addressing: 'fixed',
    ip: '172.28.0.2',
    prefixLength: 24,
    gateway,
  })
  expect(subnetOrNull(subnet)!.cidr).toBe('172.28.0.0/24')
  expect(pool!.start > second!.management.ip!).toBe(true)
  expect(second!.strayServer).toBeNull()
  const on24 = (device: typeof first) => device!.radios.find(({ band }) => band === '2.4')!.channel
  expect([on24(first), on24(second)].sort()).toEqual([1, 6])
  expect(site.links.find(({ b }) => b.deviceId === 'router')!.b.port).toBe(2)
  expect(site.ssids).toHaveLength(1)
})

test('LAN to WAN: a fixed WAN address just outside the outer pool, another subnet inside', () => {
  const site = after('inner-router')
  const inner = site.devices.find(({ id }) => id === 'router')!
  expect(inner.router).toMatchObject({
    role: 'innerRouter',
    uplink: { addressing: 'fixed', ip: '172.28.0.2' },
  })
  expect(site.networks.map(({ subnet }) => subnet)).toEqual(['172.28.0.0/24', '172.28.1.0/24'])
})

test('the basic set-up goes through doors in the safe order: login, firmware, security, guests, name servers, the feed last', () => {
  const { steps } = made('one-router')
  const at = (word: RegExp) => steps.findIndex((step) => word.test(step))
  const order = [
    /password/,
    /Firmware/,
    /WPA2 and WPA3/,
    /WPS off, UPnP off/,
    /Guests/,
    /Name servers/,
    /Only now the feed/,
  ].map(at)
  expect(order).toEqual([...order].sort((a, b) => a - b))
  expect(order[0]).toBeGreaterThan(0)
  expect(order.at(-1)).toBe(steps.length - 1)
})

test('on a site that is there its networks and SSIDs are joined, not made anew', () => {
  const before = after('access-points', { aps: 2 })
  const site = after('access-points', { aps: 1 }, before)
  expect(site.networks).toHaveLength(before.networks.length)
  expect(site.ssids.map(({ accessPointIds }) => accessPointIds!.length)).toEqual([3, 3])
  expect(site.profiles).toEqual(before.profiles)
  expect(site.devices.filter(isOnAir).map(({ name }) => name)).toEqual(['AP 1', 'AP 2', 'AP 3'])
})

test('where one switch has no power left, another stands behind it', () => {
  // Class 4 reserves 30 W each (IEEE 802.3-2022 table 33-7); eight sockets less the uplink, the controller's and the installer's are five.
  const switches = (aps: number) =>
    after('access-points', { aps })
      .devices.filter(({ kind }) => kind === 'switch')
      .map(({ ports }) => ports.length)
  expect([5, 6, 24].map(switches)).toEqual([[8], [8, 8], [8, 24]])
})

test('drops stand before a broad allow that was there', () => {
  const before = after('one-router')
  const wide = {
    id: 'wide',
    action: 'allow' as const,
    fromNetworkId: null,
    to: 'any' as const,
    enabled: true,
  }
  const site = after('two-networks', {}, { ...before, rules: [wide, ...before.rules] })
  const allow = site.rules.findIndex(({ id }) => id === 'wide')
  expect(site.rules.slice(0, allow).filter(({ action }) => action === 'drop').length).toBeGreaterThanOrEqual(
    6,
  )
})

test('a slow Wi-Fi: fair is what the link carries, not what the box says', () => {
  const { edits, reasons } = made('slow-wifi', { linkMbps: 300, gotMbps: 90, levelDbm: -76, wiredMbps: 941 })
  expect(edits).toEqual([])
  const says = Object.fromEntries(reasons.map((one) => [one.about, one.says]))
  expect(says['What is fair']).toContain('gives TCP 150 with others on the air')
  expect(says['What is fair']).toContain('60 % of the least that is fair')
  expect(says.Level).toContain('about 48 %')
  // 1448 of 1538 octets (IEEE 802.3, RFC 7323).
  expect(says.Baseline).toContain('healthy 1 G path: 941 Mbit/s')
})

test('a key that can be read over a phone: no look-alikes, 68 bits, never the same twice', () => {
  const random = seededRandom(3)
  const keys = Array.from({ length: 400 }, () => newKey(random))
  for (const key of keys) expect(key).toMatch(/^[acdefhjkmnprtwxy347]{4}(-[acdefhjkmnprtwxy347]{4}){3}$/)
  expect(new Set(keys).size).toBe(400)
  expect(NEW_KEY_BITS).toBeGreaterThan(64)
  expect(spelled('k7-Mx')).toBe('kilo, 7, hyphen, capital mike, x-ray')
})

test('the topology: from the feed outwards, each device once, what is new marked', () => {
  const before = after('mesh', { nodes: 1 })
  const site = after('one-more-by-radio', { parent: 'node' }, before)
  const { nodes, lines, columns } = topologyOf(site, before)
  expect(nodes.map(({ name, column, isNew }) => [name, column, isNew])).toEqual([
    ['Modem', 0, false],
    ['Gateway', 1, false],
    ['Node 1', 2, false],
    ['AP by radio', 3, true],
  ])
  expect(lines.map(({ by }) => by)).toEqual(['cable', 'radio', 'radio'])
  expect(columns).toBe(4)
})

test('members more join the cluster that is there, below its priorities, and no more than it carries', () => {
  const before = after('cluster', { aps: 3 })
  const site = after('cluster', { aps: 2 }, before)
  const parts = site.devices.flatMap(({ cluster }) => cluster ?? [])
  expect(
    new Set(parts.map(({ name, passphrase, sharedIp }) => `${name} ${passphrase} ${sharedIp}`)).size,
  ).toBe(1)
  expect(parts.map(({ priority }) => priority)).toEqual([200, 190, 180, 170, 160])
  expect(refused('cluster', { aps: 8 }, before)).toMatch(
    /^aps: .*8 and the 3 that are there .* Accepted: 7 at most/,
  )
})

test('access points more are listed at the login server, each at an address of its own', () => {
  const before = after('company-login', {}, after('cluster', { aps: 2 }))
  const site = after('cluster', { aps: 2 }, before)
  const { clients } = site.devices.find(({ radius }) => radius !== null)!.radius!
  expect(clients).toHaveLength(4)
  expect(new Set(clients.map(({ secret }) => secret)).size).toBe(1)
  const askers = clients.map(({ deviceId }) => site.devices.find(({ id }) => id === deviceId)!)
  expect(new Set(askers.map(({ management }) => management.ip)).size).toBe(4)
})

test('a login that each access point asks for does not go out through a tunnel', () => {
  expect(refused('remote-worker', {}, after('company-login'))).toContain('All SSIDs of Staff ask for a login')
})

test('doors that stood open at the router are shut, on a site that runs too', () => {
  const before = after('one-router')
  const gateway = before.devices.find(({ id }) => id === 'gateway')!
  const open = { ...gateway.router!, upnp: true, wps: true, remoteAdmin: true, firewall: false }
  const devices = before.devices.map((one) => (one === gateway ? { ...one, router: open } : one))
  const site = after('one-router', {}, { ...before, devices })
  expect(site.devices.find(({ id }) => id === 'gateway')?.router).toEqual(gateway.router)
})

test('what is left to mend is what the plan’s findings say', () => {
  const { after: site, left } = made('access-points')
  expect(left).toEqual(findings(site))
  expect(left.map(({ code }) => code)).toEqual(['CAB-2'])
})
