import { deviceSheet, boardDelta, NOTHING_SEEN, runClientTests, groundOf, told } from '~/field'
import { advance, fork, newWorld, perform, performAll } from '~/core/world'
import type { World } from '~/core/world'
import { boatyard } from '~/tests/kit/yard'
import { aimNetworkId } from '~/core/plan'
import type { Device, Id, Link, Site } from '~/core/plan'

type Row = (...cells: string[]) => void

const US_PER_S = 1_000_000
const APS_PER_SWITCH = 9

/** A yard grown to so many access points: a core switch, and under it switches of nine access points each. */
export function stagedYard(accessPoints: number): Site {
  const site = boatyard()
  const keep = new Set(['modem', 'gateway', 'switch', 'controller', 'radius'])
  const core = site.devices.find(({ id }) => id === 'switch')
  const shop = site.devices.find(({ id }) => id === 'ap-shop')
  if (!core || !shop) throw new Error('the boatyard has changed')
  const trunk = core.ports.find(({ number }) => number === 1)
  if (!trunk) throw new Error('the boatyard has changed')
  const switches = Math.ceil(accessPoints / APS_PER_SWITCH)
  const devices: Device[] = site.devices.filter(({ id }) => keep.has(id))
  const links: Link[] = site.links.filter(({ a, b }) => keep.has(a.deviceId) && keep.has(b.deviceId))
  const bigCore: Device = {
    ...core,
    ports: [
      ...core.ports,
      ...Array.from({ length: switches }, (_, i) => ({ ...trunk, number: 100 + i, poe: false })),
    ],
  }
  devices[devices.findIndex(({ id }) => id === 'switch')] = bigCore
  const cable = (id: Id, a: Link['a'], b: Link['b']): Link => ({
    id,
    a,
    b,
    lengthM: 10,
    category: 'cat6',
    statedMbps: null,
  })
  for (let s = 0; s < switches; s++) {
    const id = `sw-${s}`
    const fourth = Math.floor(s / 200)
    devices.push({
      ...core,
      id,
      name: `Switch ${s}`,
      mac: null,
      typeId: 't-switch16',
      management: { ...core.management, ip: `172.27.${12 + fourth}.${20 + s}` },
      ports: Array.from({ length: 16 }, (_, i) => ({ ...trunk, number: i + 1, poe: i > 0 })),
    })
    links.push(cable(`up-${s}`, { deviceId: 'switch', port: 100 + s }, { deviceId: id, port: 1 }))
    for (let i = 0; i < APS_PER_SWITCH && s * APS_PER_SWITCH + i < accessPoints; i++) {
      const ap = `ap-${s}-${i}`
      devices.push({ ...shop, id: ap, name: `AP ${s}.${i}`, mac: null })
      links.push(cable(`l-${ap}`, { deviceId: id, port: i + 2 }, { deviceId: ap, port: 1 }))
    }
  }
  const ids = new Set(devices.map(({ id }) => id))
  return {
    ...site,
    devices: devices.map((device) =>
      device.controller
        ? { ...device, controller: { ...device.controller, licences: accessPoints } }
        : device,
    ),
    links,
    deviceTypes: site.deviceTypes.map((type) =>
      type.id === 't-switch16'
        ? { ...type, poeBudgetW: 400 }
        : type.kind === 'controller'
          ? { ...type, maxAccessPoints: accessPoints }
          : type,
    ),
    networks: site.networks
      .filter(({ id }) => id !== 'cafe')
      .map((network) =>
        network.id === 'gear'
          ? {
              ...network,
              subnet: '172.27.12.0/22',
              gateway: '172.27.12.1',
              pool: { start: '172.27.13.0', end: '172.27.15.250' },
            }
          : network,
      ),
    ssids: site.ssids
      .map((ssid) => ({
        ...ssid,
        accessPointIds: ssid.accessPointIds?.filter((id) => ids.has(id)) ?? null,
        groupIds: null,
      }))
      .filter(({ networkId }) => networkId !== 'cafe'),
    groups: [],
    cableRoutes: [],
    areas: [],
    requirements: [],
    rules: site.rules.filter(
      ({ fromNetworkId, to }) => fromNetworkId !== 'cafe' && aimNetworkId(to) !== 'cafe',
    ),
    forwards: [],
  }
}

/** From power-on to all adopted, as a person would: mains on, and what waits is adopted each minute. */
function hour(site: Site): World {
  const world = newWorld(site, 1, 1)
  const mains = site.devices.filter(({ powerSource }) => powerSource !== 'poe')
  performAll(
    world,
    mains.map(({ id }) => ({ kind: 'powerOn', deviceId: id })),
  )
  for (let minute = 1; minute <= 60; minute++) {
    advance(world, minute * 60 * US_PER_S)
    const waiting = [...world.gear.values()].filter(({ phase }) => phase === 'waiting')
    performAll(
      world,
      waiting.map(({ id }) => ({ kind: 'adopt', deviceId: id })),
    )
  }
  return world
}

const ms = (work: () => unknown): number => {
  const start = performance.now()
  work()
  return performance.now() - start
}

/** One hour of the bench by size, the state at a moment, and what a reader is sent. */
export function benchStaging(row: Row): void {
  const costs: number[] = []
  const sizes = [125, 250, 500]
  for (const size of sizes) {
    const site = stagedYard(size)
    let world = newWorld(site, 1, 1)
    const before = process.memoryUsage().heapUsed
    const cost = ms(() => (world = hour(site)))
    costs.push(cost)
    const running = [...world.gear.values()].filter(({ phase }) => phase === 'running').length
    row(
      `bench, one hour of ${size} access points`,
      `${cost.toFixed(0)} ms`,
      `${running} of ${site.devices.length} running`,
    )
    if (size !== sizes.at(-1)) continue
    const mb = (process.memoryUsage().heapUsed - before) / 1e6
    row('bench, memory of that run', `${mb.toFixed(0)} MB`)
    row(
      'bench, whole board as sent',
      `${(JSON.stringify(boardDelta(world, NOTHING_SEEN)).length / 1000).toFixed(0)} kB`,
    )
    row('bench, state at a moment', `${ms(() => boardDelta(world, NOTHING_SEEN)).toFixed(1)} ms`)
    row('bench, one device’s sheet', `${ms(() => deviceSheet(world, 'ap-3-3')).toFixed(1)} ms`)
    row('bench, every client tested', `${ms(() => runClientTests(groundOf(world))).toFixed(0)} ms`)
    const copy = fork(world)
    const { seen } = told(copy, NOTHING_SEEN)
    row(
      'bench, a cable at the core pulled',
      `${ms(() => perform(copy, { kind: 'pullCable', linkId: 'up-3' })).toFixed(0)} ms`,
    )
    row(
      'bench, what a reader is then sent',
      `${(JSON.stringify(boardDelta(copy, seen)).length / 1000).toFixed(1)} kB`,
    )
  }
  const [small = 1, large = 1] = costs.slice(-2)
  row('bench, growth with size', `n^${Math.log2(large / small).toFixed(2)}`)
}
