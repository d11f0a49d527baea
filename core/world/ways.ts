import { insideTunnel, outsideTunnel, talkOutside, talkTo, hostNow } from '../network/discovery'
import type { Talk } from '../network/discovery'
import { managementInterface } from '../network/layer2'
import type { Place } from '../network/layer2'
import { answeringServers, frameWay, leaseFrom, typedIn } from '../network/layer3'
import type { AddressServer, Host, Lease, Leased, Twin } from '../network/layer3'
import { deviceOf, networkOf } from '../plan'
import type { Device, Id } from '../plan'
import { wayTwin } from './twins'
import type { Gear, World } from './types'

/** Where a device speaks for its own management in a twin. That of a leaf may be of a state before: its own interface is untagged in both. */
function placeIn({ fabric }: Twin, id: Id): Place | null {
  const device = fabric.nodes.get(id)?.device
  const key = device && managementInterface(fabric, device)
  return key ? { deviceId: id, key } : null
}

export type Found = { ok: true; lease: Lease | null; ip: string } | { ok: false; why: string }

const no = (why: string): { ok: false; why: string } => ({ ok: false, why })

/** A loop floods the segment of a place: nothing gets through there. */
export function stormAt(twin: Twin, deviceId: Id): string | null {
  const place = placeIn(twin, deviceId)
  const loops = place ? twin.segments.from(place)?.loops : undefined
  const at = loops?.[0]
  return at ? `A loop at ${deviceOf(twin.site, at.deviceId)?.name ?? at.deviceId} floods its segment.` : null
}

/** The address a device gets for its own management, or why it gets none. Source: RFC 2131 section 3.1. */
export function addressFor(world: World, gear: Gear): Found {
  const { device } = gear.running
  const { addressing, ip, networkId } = device.management
  if (deviceOf(world.plan, gear.id)?.remote) return { ok: true, lease: null, ip: 'from the house' }
  if (addressing === 'fixed' && ip) return { ok: true, lease: null, ip }
  if (addressing === 'none') return no('It has no address of its own.')
  const twin = wayTwin(world)
  const storm = stormAt(twin, gear.id)
  if (storm) return no(storm)
  const place = placeIn(twin, gear.id)
  if (!place) return no('It has no management network.')
  const servers = answeringServers(twin, place)
  const server = servers.find(({ network }) => network?.id === networkId) ?? servers[0]
  const kept =
    server && gear.lease?.server && serverKey(server) === serverKey(gear.lease.server) ? gear.lease : null
  if (kept) return { ok: true, lease: kept, ip: kept.ip }
  const lease = server && leaseFrom(twin.site, server, device, leasedByOthers(world, gear, server))
  if (lease) return { ok: true, lease, ip: lease.ip }
  if (server) return no(`${deviceOf(twin.site, server.deviceId)?.name ?? ''} has no address left to give.`)
  return no(whyNoServer(world, twin, gear))
}

function whyNoServer(world: World, twin: Twin, gear: Gear): string {
  const meant = deviceOf(world.plan, gear.id)
  const network = networkOf(world.plan, meant?.management.networkId ?? null)
  const server = deviceOf(world.plan, network?.servedBy ?? null)
  if (!network || !server) return 'Nobody serves addresses in its management network.'
  const theirs = twin.fabric.nodes.has(server.id) ? managementInterface(twin.fabric, server) : null
  if (!theirs) return `${server.name}, which serves addresses, is not up.`
  const way = frameWay(twin, placeIn(twin, gear.id) ?? { deviceId: gear.id, key: 'self' }, {
    deviceId: server.id,
    key: `self:${network.vlanId}`,
  })
  return `No address server answers. ${way.reason ?? ''}`.trim()
}

export const serverKey = ({ deviceId, start }: AddressServer): string => `${deviceId} ${start}`

/** A device that asks again gets what it had; what others have is not given twice. */
const leasedByOthers = ({ leases, given }: World, { id }: Gear, server: AddressServer): Leased => ({
  has: (ip) => (leases.get(ip) ?? id) !== id,
  from: given.get(serverKey(server)) ?? 0,
})

/** Whether the server that gave a lease would give one of that network again. */
export function stillServed(world: World, { id, lease }: Gear): boolean {
  const twin = wayTwin(world)
  const place = placeIn(twin, id)
  const server = lease?.server
  return (
    server != null &&
    place !== null &&
    answeringServers(twin, place).some(
      ({ deviceId, start }) => deviceId === server.deviceId && start === server.start,
    )
  )
}

/** A device as somebody who talks, with the address that it really has; null: it has none. */
export function hostOf(twin: Twin, gear: Gear): Host | null {
  const { device } = gear.running
  const place = placeIn(twin, gear.id)
  const lease = gear.lease ?? typedIn(twin.site, device)
  return place && lease ? { label: device.name, place, lease } : null
}

/** Whether a device hears its controller, before any tunnel; one elsewhere hears it by its tunnel only. */
export function reachTo(world: World, gear: Gear, controllerId: Id | null): Talk {
  const twin = wayTwin(world)
  const controller = deviceOf(twin.site, controllerId)
  const meant = deviceOf(world.plan, gear.id)
  if (!controller || !meant) return no('The plan names no controller for it.')
  if (meant.remote) return fromOutside(world, twin, meant, controller)
  const host = hostOf(twin, gear)
  if (!host) return no('It has no address.')
  const storm = stormAt(twin, gear.id)
  return storm ? no(storm) : reachController(twin, host, controller)
}

/** Whether its tunnel can be built once it has found the controller. */
export function tunnelTo(world: World, gear: Gear, controllerId: Id | null): Talk {
  const twin = wayTwin(world)
  const way = reachTo(world, gear, controllerId)
  const controller = deviceOf(twin.site, controllerId)
  const host = hostOf(twin, gear)
  if (!way.ok || !controller || !host || deviceOf(world.plan, gear.id)?.remote) return way
  return insideTunnel(twin, controller, host)
}

/** The tunnel of a device elsewhere: to a controller that is up, and announces what it was told to. */
function fromOutside(world: World, twin: Twin, device: Device, controller: Device): Talk {
  const now = world.gear.get(controller.id)?.running.device ?? controller
  if (!twin.fabric.nodes.has(controller.id)) return no(`${controller.name} is not up yet.`)
  return now.controller ? outsideTunnel(twin, device, now) : no(`${controller.name} is not set up yet.`)
}

function reachController(twin: Twin, host: Host, controller: Device): Talk {
  if (controller.controller?.form === 'hosted') return talkOutside(twin, host)
  const now = hostNow(twin, controller)
  if ('why' in now)
    return no(twin.fabric.nodes.has(controller.id) ? now.why : `${controller.name} is not up yet.`)
  const talk = talkTo(twin, host, now.host)
  return talk.ok ? talk : no(`${controller.name} does not hear it. ${talk.why}`)
}
