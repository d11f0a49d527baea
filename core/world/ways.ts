import { insideTunnel, outsideTunnel, talkOutside, talkTo, hostNow } from '../network/discovery'
import type { Talk } from '../network/discovery'
import { managementInterface } from '../network/layer2'
import type { Place } from '../network/layer2'
import { answeringServers, frameWay, hearEachOther, leaseFrom, typedIn } from '../network/layer3'
import type { AddressServer, Host, Lease, Leased, Twin } from '../network/layer3'
import { deviceOf, networkOf } from '../plan'
import type { Device, Id } from '../plan'
import { draw } from '../lib/draw'
import { isUp } from './adoption'
import { bindingKey, serverKey } from './bindings'
import { LAPTOP, wayTwin } from './twins'
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
  const { addressing, ip } = device.management
  if (deviceOf(world.plan, gear.id)?.remote) return { ok: true, lease: null, ip: 'from the house' }
  if (addressing === 'fixed' && ip) return { ok: true, lease: null, ip }
  if (addressing === 'none') return no('It has no address of its own.')
  const twin = wayTwin(world)
  const storm = stormAt(twin, gear.id)
  if (storm) return no(storm)
  const place = placeIn(twin, gear.id)
  if (!place) return no('It has no management network.')
  const servers = answeringServers(twin, place)
  const own = gear.lease?.server
  if (gear.lease && own && servers.some((server) => serverKey(server) === serverKey(own)))
    return { ok: true, lease: gear.lease, ip: gear.lease.ip }
  const offers = servers.flatMap(
    (server) => leaseFrom(twin.site, server, device, leasedByOthers(world, gear, server, place)) ?? [],
  )
  const lease = firstOffer(world, gear, offers)
  if (lease) return { ok: true, lease, ip: lease.ip }
  const [server] = servers
  if (server) return no(`${deviceOf(twin.site, server.deviceId)?.name ?? ''} has no address left to give.`)
  return no(whyNoServer(world, twin, gear))
}

/** Of several offers a client takes which it likes; most take the first that comes, so it is luck. Source: RFC 2131 section 3.1 point 3. */
const firstOffer = (world: World, { id, epoch }: Gear, offers: readonly Lease[]): Lease | undefined =>
  offers.length < 2 ? offers[0] : offers[Math.floor(draw(world.seed, id, 'offer', epoch) * offers.length)]

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

/**
 * A device that asks again gets what it had. What the server holds for others it doesn't give, nor what it finds in use: it asks for the
 * address first, and who has it answers. Source: RFC 2131 section 2.2 (a server should probe an address before it gives it).
 */
function leasedByOthers(world: World, gear: Gear, server: AddressServer, place: Place): Leased {
  const key = serverKey(server)
  const others = othersBy(world, gear.id)
  return {
    has: (ip) => {
      const binding = world.leases.get(bindingKey(key, ip))
      if (binding && binding.by !== gear.id && binding.untilUs > world.nowUs) return true
      const who = others.get(ip)
      return who !== undefined && who.some((one) => isHeard(world, one, place))
    },
    from: world.given.get(key) ?? 0,
    before: world.bound.get(bindingKey(key, gear.id)) ?? null,
  }
}

/** Who is up and has which address now, the laptop among them. */
function othersBy(world: World, id: Id): Map<string, Place[]> {
  const twin = wayTwin(world)
  const others = new Map<string, Place[]>()
  const add = (ip: string, place: Place | null) => {
    if (place) others.set(ip, [...(others.get(ip) ?? []), place])
  }
  for (const one of world.gear.values())
    if (one.id !== id && one.ip !== null && isUp(one.phase)) add(one.ip, placeIn(twin, one.id))
  const { at, addressing, ip } = world.laptop
  if (at && addressing === 'fixed' && ip !== null) add(ip, placeIn(twin, LAPTOP))
  return others
}

const isHeard = (world: World, other: Place, place: Place): boolean =>
  hearEachOther(wayTwin(world), other, place)

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
