import { managementInterface, managementVlan } from '../../../network/layer2'
import type { Attachment, Place } from '../../../network/layer2'
import { hearEachOther, hostOfDevice, possibleAddresses, toDevice } from '../../../network/layer3'
import { talkTo } from '../../../network/discovery'
import { deviceOf, freeSockets, isUpThere, kindOf, linkAt, networkOf, portName } from '../../../plan'
import type { Device, Id, Port, Site } from '../../../plan'
import type { LaptopPlace } from '../types'
import { nameIn } from './look'
import type { Look } from './look'

/** Whether a device's page opens from where the laptop is, and with which address of its own; or why not. */
export type PageWay = { ok: true; address: 'own' | 'dhcp' } | { ok: false; why: string }

const no = (why: string): PageWay => ({ ok: false, why })

/**
 * The person sets the laptop's own address as the page wants it: it is enough that both hear each other on one segment. Else it
 * takes an address where it is, and goes by the router. At the device itself its page always opens.
 */
export function pageWay(look: Look, place: LaptopPlace, deviceId: Id): PageWay {
  const { twin, site } = look
  const device = deviceOf(site, deviceId)
  if (!device) return no('The device is not there.')
  if (!twin.fabric.nodes.has(deviceId)) {
    const why = twin.fabric.whyDark(deviceId)
    return no(`${device.name} is not running${why ? `: ${why}` : '.'}`)
  }
  if (place.deviceId === deviceId) return { ok: true, address: 'own' }
  if (place.port === null) return no(`From ${nameIn(site, place.deviceId)} there is no free socket.`)
  if (linkAt(site, { deviceId: place.deviceId, port: place.port }))
    return no(`${portName(site, { deviceId: place.deviceId, port: place.port })} is not free any more.`)
  const at: Place = { deviceId: place.deviceId, key: `port:${place.port}` }
  const own = managementInterface(twin.fabric, device)
  if (own && device.management.addressing !== 'none' && hearEachOther(twin, at, { deviceId, key: own }))
    return { ok: true, address: 'own' }
  return byRouter(look, at, deviceId)
}

function byRouter({ twin, site }: Look, at: Place, deviceId: Id): PageWay {
  const laptop: Attachment = { id: 'laptop', kind: 'port', label: 'The laptop', place: at, networkId: null }
  const answers = possibleAddresses(twin, laptop).map((address) =>
    toDevice({ twin, hops: false }, laptop, address, deviceId),
  )
  if (answers.some(({ answered }) => answered)) return { ok: true, address: 'dhcp' }
  return no(`The page of ${nameIn(site, deviceId)} does not open: ${answers[0]?.why ?? ''}`)
}

/** Whether a controller's word gets to a device that it sets up, or why not. */
export function controllerWay({ twin, site }: Look, controllerId: Id, deviceId: Id): PageWay {
  const [controller, device] = [deviceOf(site, controllerId), deviceOf(site, deviceId)]
  if (controller?.controller?.form === 'hosted') return { ok: true, address: 'dhcp' }
  if (device?.remote) {
    const silent = twin.fabric.silentTunnels.get(deviceId)
    return silent === undefined ? { ok: true, address: 'dhcp' } : no(silent)
  }
  const from = controller && hostOfDevice(twin, controller)
  const to = device && hostOfDevice(twin, device)
  if (!controller || !device || !from || !to)
    return no(`${nameIn(site, from ? deviceId : controllerId)} is not running, or has no address.`)
  const talk = talkTo(twin, from, to)
  return talk.ok
    ? { ok: true, address: 'own' }
    : no(`${controller.name} does not reach ${device.name}: ${talk.why}`)
}

/** Where the laptop is to begin with. */
export const homePlace = (deviceId: Id, port: number): LaptopPlace => ({
  id: 'home',
  deviceId,
  port,
  effort: 1,
})

/**
 * At a device: in a free socket that is in its management network, now or in the end; without one the laptop is held to the device
 * itself, and reaches nothing but it.
 */
export function placeAt(present: Site, target: Site, device: Device): LaptopPlace {
  const isFree = (number: number) =>
    [present, target].every((site) => !linkAt(site, { deviceId: device.id, port: number }))
  const free = kindOf(device).hasStrip
    ? freeSockets(present, device).filter(({ number }) => isFree(number))
    : []
  const inManagement = ({ number }: Port): number =>
    [present, target].filter((site) => isInManagement(site, device.id, number)).length
  const [best] = [...free].sort((a, b) => inManagement(b) - inManagement(a))
  return {
    id: `at:${device.id}`,
    deviceId: device.id,
    port: best && inManagement(best) > 0 ? best.number : null,
    effort: effortOf(device),
  }
}

function isInManagement(site: Site, deviceId: Id, number: number): boolean {
  const device = deviceOf(site, deviceId)
  const own = device && (networkOf(site, device.management.networkId)?.vlanId ?? managementVlan(device))
  return own != null && device?.ports.find((port) => port.number === number)?.nativeVlan === own
}

const effortOf = (device: Device): number => (isUpThere(device) ? 2 : 1)

export const placeWords = (site: Site, { deviceId, port }: LaptopPlace): string =>
  port === null
    ? `at ${nameIn(site, deviceId)} itself, by its console or a cable of its own`
    : `in ${portName(site, { deviceId, port })}`
