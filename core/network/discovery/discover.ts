import { isIp } from '../addressing'
import { hearEachOther } from '../layer3'
import type { Host, Twin } from '../layer3'
import { controllers, deviceOf } from '../../plan'
import type { Device, Id } from '../../plan'
import { hostNow, talkOutside, talkTo } from './talk'
import { isSameName } from './tunnel'
import type { Talk } from './talk'

/**
 * The ways by which a device finds a controller, in the order in which it tries them: what it knows itself, what its lease
 * says, the name service, a broadcast. Source: RFC 5415 section 3.3; option 138 is RFC 5417, option 43 RFC 2132 section 8.4.
 * That a range is searched comes from the controller's side (common practice, no source).
 */
export const DISCOVERY_WAYS = [
  'remembered',
  'pointer',
  'option138',
  'option43',
  'name',
  'broadcast',
  'range',
] as const
export type DiscoveryWay = (typeof DISCOVERY_WAYS)[number]

export const WAY_WORDS: Record<DiscoveryWay, string> = {
  remembered: 'the controller it remembers',
  pointer: 'the address typed into it',
  option138: 'DHCP option 138',
  option43: 'DHCP option 43',
  name: 'the controller’s name at the name server',
  broadcast: 'broadcast on its segment',
  range: 'a range searched by the controller',
}

/** One try to find a controller, with what came of it. */
export interface Attempt {
  way: DiscoveryWay
  /** What was asked: an address, a name, a segment. */
  target: string
  controllerId: Id | null
  ok: boolean
  says: string
}

/** Who looks for a controller, and what it knows. */
export interface Seeker {
  device: Device
  /** With the address that it has now. */
  host: Host
  /** Controllers it has been joined to before. */
  remembers: readonly Id[]
  /** Controllers that have found it by searching a range. */
  foundBy: readonly Id[]
}

/** Every way tried, in order; each way that has nothing to ask is left out. */
export const discover = (twin: Twin, seeker: Seeker): Attempt[] =>
  DISCOVERY_WAYS.flatMap((way) => TRY[way](twin, seeker))

/** The first way that found one; null: none did. */
export const firstFound = (attempts: readonly Attempt[]): Attempt | null =>
  attempts.find(({ ok }) => ok) ?? null

const TRY: Record<DiscoveryWay, (twin: Twin, seeker: Seeker) => Attempt[]> = {
  remembered: (twin, seeker) => known(twin, seeker, 'remembered', seeker.remembers),
  pointer: (twin, seeker) => {
    const pointer = seeker.device.adoption?.pointer ?? null
    if (pointer === null) return []
    return [
      isIp(pointer)
        ? atAddress(twin, seeker, 'pointer', pointer)
        : byNameOf(twin, seeker, 'pointer', pointer, named(twin, pointer)),
    ]
  },
  option138: (twin, seeker) => byLease(twin, seeker, 'option138', '138'),
  option43: (twin, seeker) => byLease(twin, seeker, 'option43', '43'),
  name: byName,
  broadcast: byBroadcast,
  range: (twin, seeker) => known(twin, seeker, 'range', seeker.foundBy),
}

function known(twin: Twin, seeker: Seeker, way: DiscoveryWay, ids: readonly Id[]): Attempt[] {
  return ids.flatMap((id) => {
    const controller = deviceOf(twin.site, id)
    return controller?.controller
      ? [
          attempt(
            way,
            controller,
            addressOf(twin, controller) ?? controller.name,
            reaches(twin, seeker, controller),
          ),
        ]
      : []
  })
}

/** Options are told with a lease only: who has its address typed in hears of none. */
function byLease(twin: Twin, seeker: Seeker, way: 'option138' | 'option43', option: '138' | '43'): Attempt[] {
  const { controllerIps, network } = seeker.host.lease
  const told = network?.announcedBy ?? option
  if (told !== option && told !== 'both') return []
  return controllerIps.map((ip) => atAddress(twin, seeker, way, ip))
}

/** The site's own name server knows the controllers that have a name; one outside does not. */
function byName(twin: Twin, seeker: Seeker): Attempt[] {
  return controllers(twin.site).flatMap((controller) => {
    const name = controller.controller?.dnsName
    return name ? [byNameOf(twin, seeker, 'name', name, controller)] : []
  })
}

const named = (twin: Twin, name: string): Device | undefined =>
  controllers(twin.site).find(({ controller }) => isSameName(name, controller?.dnsName ?? null))

function byNameOf(
  twin: Twin,
  seeker: Seeker,
  way: DiscoveryWay,
  name: string,
  controller: Device | undefined,
): Attempt {
  const { nameServers, network } = seeker.host.lease
  const no = (why: string) => failed(way, name, controller?.id ?? null, why)
  if (!controller) return no(`No controller of the plan has the name ${name}.`)
  if (nameServers.length === 0) return no('It was given no name server, so it can ask for no name.')
  const own = nameServers.find((ip) => ip === network?.gateway || isOfSite(twin, ip))
  // A hosted controller has its name on the internet, where every name server finds it.
  if (own === undefined && controller.controller?.form !== 'hosted')
    return no(`The name server ${nameServers[0]} is not the site’s, and does not know ${name}.`)
  return attempt(way, controller, name, reaches(twin, seeker, controller))
}

const isOfSite = ({ site }: Twin, ip: string): boolean =>
  site.devices.some(({ management }) => management.ip === ip) ||
  site.networks.some(({ gateway }) => gateway === ip)

/** A broadcast is heard by who is on the same segment, and by nobody beyond a router. */
function byBroadcast(twin: Twin, seeker: Seeker): Attempt[] {
  const segment = seeker.host.lease.network?.name ?? 'its segment'
  const inside = controllers(twin.site).filter(({ controller }) => controller?.form !== 'hosted')
  const heard = inside.flatMap((controller) => {
    const now = hostNow(twin, controller)
    return 'host' in now && hearEachOther(twin, seeker.host.place, now.host.place) ? [controller] : []
  })
  if (heard.length > 0)
    return heard.map((controller) => attempt('broadcast', controller, segment, { ok: true }))
  return [failed('broadcast', segment, null, nobodyHears(twin, seeker, inside))]
}

function nobodyHears(twin: Twin, { device }: Seeker, inside: Device[]): string {
  const meant = inside.find(({ id }) => id === device.adoption?.controllerId) ?? inside[0]
  if (!meant) return 'No controller is set up that could hear it.'
  const now = hostNow(twin, meant)
  return 'why' in now ? now.why : `${meant.name} is not on this segment, so it does not hear a broadcast.`
}

function atAddress(twin: Twin, seeker: Seeker, way: DiscoveryWay, ip: string): Attempt {
  const controller = controllers(twin.site).find(
    (candidate) => addressOf(twin, candidate) === ip || candidate.controller?.publicIp === ip,
  )
  return controller
    ? attempt(way, controller, ip, reaches(twin, seeker, controller))
    : failed(way, ip, null, `Nobody at ${ip} is a controller.`)
}

/** A controller's own address: that of its staging interface is in another network, and its first is asked for here. */
const addressOf = (twin: Twin, controller: Device): string | null => {
  if (controller.controller?.form === 'hosted') return controller.controller.publicIp
  const now = hostNow(twin, controller)
  return 'host' in now ? now.host.lease.ip : controller.management.ip
}

function reaches(twin: Twin, { host }: Seeker, controller: Device): Talk {
  if (controller.controller?.form === 'hosted') return talkOutside(twin, host)
  const now = hostNow(twin, controller)
  return 'why' in now ? { ok: false, why: now.why } : talkTo(twin, host, now.host)
}

const failed = (way: DiscoveryWay, target: string, controllerId: Id | null, says: string): Attempt => ({
  way,
  target,
  controllerId,
  ok: false,
  says,
})

const attempt = (way: DiscoveryWay, { id, name }: Device, target: string, talk: Talk): Attempt =>
  talk.ok
    ? { way, target, controllerId: id, ok: true, says: `${name} answers.` }
    : failed(way, target, id, talk.why)
