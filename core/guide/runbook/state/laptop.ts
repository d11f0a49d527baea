import { managementVlan } from '../../../network/layer2'
import type { Place } from '../../../network/layer2'
import { hostOfDevice } from '../../../network/layer3'
import { pageFrom, talkTo } from '../../../network/discovery'
import type { LaptopSetting } from '../../../network/discovery'
import { deviceOf, freeSockets, kindOf, linkAt, networkOf, portName } from '../../../plan'
import type { Device, Id, Ip, LinkEnd, Port, Site } from '../../../plan'
import type { LaptopPlace } from '../types'
import { effortOf } from './effort'
import { nameIn } from './look'
import type { Look } from './look'

/** Whether a device's page opens from where the laptop is; `address` null: by its console, or wherever the internet is. Or why not. */
export type PageWay =
  { ok: true; address: Ip | null; laptop: LaptopSetting | null } | { ok: false; why: string }

const no = (why: string): PageWay => ({ ok: false, why })
const CONSOLE: PageWay = { ok: true, address: null, laptop: null }

/**
 * From a socket the laptop is a host as any other (`network/discovery/page`: the one rule of runbook, staging and testing). Without one
 * it is at a device's console, and sets that device alone. `plans`: whose addresses it keeps off.
 */
export function pageWay(
  { twin, site }: Look,
  place: LaptopPlace,
  deviceId: Id,
  plans: readonly Site[] = [],
): PageWay {
  const device = deviceOf(site, deviceId)
  if (!device) return no('The device is not there.')
  if (!twin.fabric.nodes.has(deviceId)) {
    const why = twin.fabric.whyDark(deviceId)
    return no(`${device.name} is not running${why ? `: ${why}` : '.'}`)
  }
  if (place.port === null)
    return place.deviceId === deviceId
      ? CONSOLE
      : no(`The laptop is at the console of ${nameIn(site, place.deviceId)}.`)
  const end: LinkEnd = { deviceId: place.deviceId, port: place.port }
  if (!twin.fabric.nodes.has(place.deviceId)) return no(`${nameIn(site, place.deviceId)} is not running.`)
  if (linkAt(site, end)) return no(`${portName(site, end)} is not free any more.`)
  const at: Place = { deviceId: place.deviceId, key: `port:${place.port}` }
  const way = pageFrom(twin, at, deviceId, plans)
  return way.ok ? way : no(`The page of ${device.name} does not open from ${portName(site, end)}: ${way.why}`)
}

/** Whether a controller's word gets to a device that it sets up, or why not. */
export function controllerWay({ twin, site }: Look, controllerId: Id, deviceId: Id): PageWay {
  const [controller, device] = [deviceOf(site, controllerId), deviceOf(site, deviceId)]
  if (controller?.controller?.form === 'hosted') return CONSOLE
  if (device?.remote) {
    const silent = twin.fabric.silentTunnels.get(deviceId)
    return silent === undefined ? CONSOLE : no(silent)
  }
  const from = controller && hostOfDevice(twin, controller)
  const to = device && hostOfDevice(twin, device)
  if (!controller || !device || !from || !to)
    return no(`${nameIn(site, from ? deviceId : controllerId)} is not running, or has no address.`)
  const talk = talkTo(twin, from, to)
  return talk.ok ? CONSOLE : no(`${controller.name} does not reach ${device.name}: ${talk.why}`)
}

/** Where the laptop is to begin with. */
export const homePlace = (deviceId: Id, port: number): LaptopPlace => ({
  id: 'home',
  deviceId,
  port,
  effort: 1,
})

/**
 * At a device: in the free sockets that may be in its management network, now or in the end, the likelier first; and last at its console,
 * for where no socket leads to its page.
 */
export function placesAt(present: Site, target: Site, device: Device, home: LinkEnd): LaptopPlace[] {
  const effort = effortOf(device)
  const isFree = ({ number }: Port) =>
    [present, target].every((site) => !linkAt(site, { deviceId: device.id, port: number })) &&
    !(home.deviceId === device.id && home.port === number)
  const free = kindOf(device).hasStrip ? freeSockets(present, device).filter(isFree) : []
  const now = free.find(({ number }) => isInManagement(present, device.id, number))
  const later = free.find(({ number }) => isInManagement(target, device.id, number))
  const both = free.find(({ number }) =>
    [present, target].every((site) => isInManagement(site, device.id, number)),
  )
  const sockets = both ? [both] : [...new Set([now, later].filter((port) => port !== undefined))]
  return [
    ...sockets.map(({ number }, i) => ({
      id: i === 0 ? `at:${device.id}` : `at:${device.id}:${number}`,
      deviceId: device.id,
      port: number,
      effort,
    })),
    {
      id: sockets.length === 0 ? `at:${device.id}` : `console:${device.id}`,
      deviceId: device.id,
      port: null,
      effort,
    },
  ]
}

function isInManagement(site: Site, deviceId: Id, number: number): boolean {
  const device = deviceOf(site, deviceId)
  const own = device && (networkOf(site, device.management.networkId)?.vlanId ?? managementVlan(device))
  return own != null && device?.ports.find((port) => port.number === number)?.nativeVlan === own
}

export const placeWords = (site: Site, { deviceId, port }: LaptopPlace): string =>
  port === null
    ? `at ${nameIn(site, deviceId)} itself, by its console or a cable of its own`
    : `in ${portName(site, { deviceId, port })}`
