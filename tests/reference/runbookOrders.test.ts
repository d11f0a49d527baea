import { seededRandom } from '~/core/lib/random'
import type { Random } from '~/core/lib/random'
import { bareDevice, emptySite, newPort, RECORD_DEFAULTS } from '~/core/plan'
import type { Device, DeviceType, Link, Network, Port, Requirement, Site } from '~/core/plan'
import { compareCost, NO_COST, plus, taskOf } from '~/core/guide/runbook'
import type { Cost, LaptopPlace, Task } from '~/core/guide/runbook'
import { bestOrder } from '~/core/guide/runbook/search/exact'
import { groundOf } from '~/core/guide/runbook/search/ground'
import type { Ground } from '~/core/guide/runbook/search/ground'
import { take } from '~/core/guide/runbook/search/take'

/**
 * The search against every order: dynamic programming over all subsets of the changes and all places of the laptop, written for this
 * test alone. It shares with the search what one step costs and whether it is safe, and nothing of how orders are looked for.
 */
const SITES = 300
const MOST = 8

/** The least cost of all orders, or null where none is safe. */
function leastOfAll(ground: Ground): Cost | null {
  const { changes, laptop, places } = ground.task
  const spots: LaptopPlace[] = [laptop, ...places]
  const pages = [null, ...new Set(changes.map(({ pageId }) => pageId))]
  const doneOf = (mask: number) => new Set(changes.filter((_one, i) => mask & (1 << i)).map(({ id }) => id))
  const all = (1 << changes.length) - 1
  const best = new Map<string, Cost>([[`0 0 ${null}`, NO_COST]])
  for (let mask = 0; mask < all; mask++)
    for (const [spot, place] of spots.entries())
      for (const openId of new Set(pages)) {
        const before = best.get(`${mask} ${spot} ${openId}`)
        if (!before) continue
        for (let more = (mask + 1) | mask; more <= all; more++) {
          if ((more & mask) !== mask || more === mask) continue
          const fresh = changes.filter((_one, i) => more & ~mask & (1 << i))
          if (!isOneGo(ground, fresh)) continue
          for (const [to, there] of spots.entries()) {
            const taken = take(
              ground,
              { done: doneOf(mask), place, openId },
              { place: there, pageId: fresh[0]!.pageId, changeIds: fresh.map(({ id }) => id) },
            )
            if (!taken.ok) continue
            const key = `${more} ${to} ${fresh[0]!.pageId}`
            const cost = plus(before, taken.cost)
            const known = best.get(key)
            if (!known || compareCost(cost, known) < 0) best.set(key, cost)
          }
        }
      }
  const ends = [...best].filter(([key]) => key.startsWith(`${all} `)).map(([, cost]) => cost)
  return ends.sort(compareCost)[0] ?? null
}

/** One page, and one change where hands are needed or each takes effect as it is typed. */
function isOneGo({ task }: Ground, changes: Task['changes']): boolean {
  const [first] = changes
  if (!first || changes.some(({ pageId }) => pageId !== first.pageId)) return false
  const type = task.present.devices.find(({ id }) => id === first.pageId)?.typeId
  return changes.length === 1 || (first.pageId !== null && type !== 'atOnce')
}

const type = (applies: DeviceType['applies']): DeviceType =>
  ({ ...RECORD_DEFAULTS.deviceTypes, id: applies, name: applies, kind: 'switch', applies }) as DeviceType

const net = (id: string, vlanId: number): Network =>
  ({
    ...RECORD_DEFAULTS.networks,
    id,
    name: id,
    vlanId,
    subnet: `10.0.${vlanId}.0/24`,
    gateway: `10.0.${vlanId}.1`,
    pool: { start: `10.0.${vlanId}.100`, end: `10.0.${vlanId}.200` },
    expectedClients: vlanId,
    routedBy: 'r',
    servedBy: 'r',
  }) as Network

const must = (from: string, to: string, strength: Requirement['strength']): Requirement => ({
  id: `${from}-${to}`,
  fromNetworkId: from,
  to: { networkId: to },
  strength,
})

/** A router and two or three switches behind each other, with clients in two networks. */
function small(random: Random): Site {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const count = 2 + Math.floor(random() * 2)
  const trunk = (number: number): Port => ({
    ...newPort(number, 10),
    mode: 'trunk',
    taggedVlans: [20],
    admit: 'all',
  })
  const router: Device = {
    ...bareDevice('r', 'Router', 'gateway'),
    ports: [trunk(1), newPort(2, 10)],
    management: { networkId: 'a', addressing: 'fixed', ip: '10.0.10.1', prefixLength: 24, gateway: null },
  }
  const switches = Array.from({ length: count }, (_none, i): Device => ({
    ...bareDevice(`s${i}`, `Switch ${i}`, 'switch'),
    typeId: pick(['atOnce', 'together', 'together', 'reboot']),
    ports: [trunk(1), trunk(2), newPort(3, 10), newPort(4, 20)],
    management: {
      networkId: 'a',
      addressing: 'fixed',
      ip: `10.0.10.${i + 2}`,
      prefixLength: 24,
      gateway: '10.0.10.1',
    },
  }))
  const links = switches.map(({ id }, i): Link => ({
    id: `l${i}`,
    a: i === 0 ? { deviceId: 'r', port: 1 } : { deviceId: `s${i - 1}`, port: 2 },
    b: { deviceId: id, port: 1 },
    lengthM: 1,
    category: 'cat6',
    statedMbps: null,
  }))
  return {
    ...emptySite('small'),
    deviceTypes: [type('atOnce'), type('together'), type('reboot')],
    networks: [net('a', 10), net('b', 20)],
    requirements: [must('a', 'b', pick(['must', 'mustNot', 'may'])), must('b', 'a', pick(['must', 'may']))],
    devices: [router, ...switches],
    links,
  }
}

/** A few things set otherwise: natives, tags, addresses, sockets. */
function spoilt(site: Site, random: Random): Site {
  const chance = (share: number) => random() < share
  const devices = site.devices.map((device): Device => {
    if (device.id === 'r' && chance(0.7)) return device
    const ports = device.ports.map((port): Port => {
      if (port.mode === 'access')
        return chance(0.2) ? { ...port, nativeVlan: port.nativeVlan === 10 ? 20 : 10 } : port
      if (chance(0.75)) return port
      return chance(0.5)
        ? { ...port, nativeVlan: 20, taggedVlans: [10] }
        : { ...port, taggedVlans: chance(0.5) ? [20, 30] : [30] }
    })
    const { management } = device
    const ip = chance(0.3) ? `10.0.10.${Math.floor(random() * 6) + 2}` : management.ip
    const moves = device.id !== 'r' && chance(0.2)
    return {
      ...device,
      ports,
      management: moves
        ? { ...management, networkId: 'b', ip: management.ip!.replace('.10.', '.20.'), gateway: '10.0.20.1' }
        : { ...management, ip: device.id === 'r' ? management.ip : ip },
    }
  })
  return { ...site, devices }
}

test(`on ${SITES} small sites a safe order is found exactly when there is one, and none is cheaper`, () => {
  const seen = { found: 0, none: 0, walks: 0, outage: 0, changes: 0 }
  for (let seed = 0; seen.found + seen.none < SITES; seed++) {
    const random = seededRandom(seed)
    const present = small(random)
    const task = taskOf(present, spoilt(present, random), { deviceId: 's0', port: 3 })
    if (!task.ok || task.value.changes.length === 0 || task.value.changes.length > MOST) continue
    const ground = groundOf(task.value)
    const [found, least] = [bestOrder(ground), leastOfAll(ground)]
    expect({ seed, found: found.ok }).toEqual({ seed, found: least !== null })
    if (found.ok && least) expect({ seed, by: compareCost(found.cost, least) }).toEqual({ seed, by: 0 })
    seen[found.ok ? 'found' : 'none']++
    if (least && least.walks > 0) seen.walks++
    if (least && least.outage > 0) seen.outage++
    if (task.value.changes.length > 4) seen.changes++
  }
  // The sites are of every sort.
  for (const count of Object.values(seen)) expect(count).toBeGreaterThan(10)
}, 600_000)
