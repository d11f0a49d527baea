import { canServeClass, poeBudget, poeClassFigures } from '../../../network/power'
import { freeSockets, isGateway, kindOf, plugEdits, portName, portSpecOf, typeOf } from '../../../plan'
import type { Device, Id, LinkEnd, Network, Port } from '../../../plan'
import { addDevice, manageAt } from './gear'
import { change, edit, freshId, now, refuse, say } from './draft'
import type { Draft } from './draft'

/** What feeds access points: 240 W carry six of class 4 besides the uplink and the installer's socket, 740 W carry twenty-two. */
const FEEDING_SWITCH = { small: 't-switch8bt', large: 't-switch24bt' }
const MOST_AT_SMALL = 6
const PATCH_M = 2

export interface Plugging {
  /** The network that untagged frames in its socket belong to. */
  network: Network
  /** The network that new switches are managed in, and that of clients in their free sockets. */
  gear: Network
  clients: Network
  lengthM?: number
  /** How many more are to follow: a switch that is wanted for them is as large. */
  toFollow?: number
  /** The one device to plug into. */
  near?: Id
  /** Switches that only switches are plugged into, where there are too many for the gateway's sockets. */
  above?: readonly Id[]
}

/** Plugs a device into the first socket that suits it; a switch more where there is none. Null, and refused, where nothing helps. */
export function plugIn(draft: Draft, device: Device, plugging: Plugging): LinkEnd | null {
  const own = ownSocket(draft, device)
  const end = socketFor(draft, device, plugging) ?? socketOfNewSwitch(draft, device, plugging)
  if (own === null || end === null) {
    if (own === null) refuse(draft, '', `${device.name} has no socket left.`)
    return null
  }
  cable(draft, end, { deviceId: device.id, port: own }, plugging.lengthM ?? PATCH_M)
  setPort(draft, end, {
    mode: 'access',
    nativeVlan: plugging.network.vlanId,
    taggedVlans: [],
    admit: 'untaggedOnly',
    poe: takesPower(draft, device),
  })
  setNative(draft, device, own, plugging.network.vlanId)
  return end
}

export function cable(draft: Draft, a: LinkEnd, b: LinkEnd, lengthM: number): void {
  edit(
    draft,
    plugEdits(draft.site, a, b, { id: freshId(draft, 'links', 'cable'), lengthM, category: 'cat6' }),
  )
}

export function setPort(draft: Draft, { deviceId, port }: LinkEnd, part: Partial<Port>): void {
  const device = now(draft, { id: deviceId })
  const old = device.ports.find(({ number }) => number === port)
  if (old) edit(draft, [{ op: 'port', deviceId, port: { ...old, ...part } }])
}

/** Its own socket speaks untagged on the same network. */
function setNative(draft: Draft, device: Device, port: number, vlanId: number): void {
  if (kindOf(device).wireVlans !== null || kindOf(device).forwards === 'host')
    setPort(draft, { deviceId: device.id, port }, { nativeVlan: vlanId })
}

const takesPower = (draft: Draft, device: Device): boolean =>
  now(draft, device).powerSource === 'poe' && classOf(draft, device) !== null

const classOf = (draft: Draft, device: Device): number | null => typeOf(draft.site, device)?.poeClass ?? null

const ownSocket = (draft: Draft, device: Device): number | null =>
  freeSockets(draft.site, now(draft, device))[0]?.number ?? null

/** Managed switches first, so that the gateway's few sockets stay free. */
const feeders = ({ site }: Draft): Device[] => [
  ...site.devices.filter((device) => kindOf(device).switching === 'managed'),
  ...site.devices.filter(isGateway),
]

/** One socket of a switch stays free for the laptop of whoever mends it: the last. Common practice, no source. */
const isKept = (device: Device, port: Port): boolean =>
  kindOf(device).switching === 'managed' && port.number === device.ports.length

/** A free socket for data alone. */
export const freeSocket = (draft: Draft, device: Device): LinkEnd | null => firstSocket(draft, device, null)

const socketFor = (draft: Draft, device: Device, at: Pick<Plugging, 'near' | 'above'>): LinkEnd | null =>
  firstSocket(draft, device, takesPower(draft, device) ? classOf(draft, device) : null, at)

function firstSocket(
  draft: Draft,
  device: Device,
  poeClass: number | null,
  { near, above = [] }: Pick<Plugging, 'near' | 'above'> = {},
): LinkEnd | null {
  for (const feeder of feeders(draft)) {
    if (
      feeder.id === device.id ||
      above.includes(feeder.id) ||
      (near !== undefined && feeder.id !== near) ||
      (poeClass !== null && !hasPowerLeft(draft, feeder, poeClass))
    )
      continue
    const port = freeSockets(draft.site, feeder)
      .filter((one) => !isKept(feeder, one))
      .find(({ number }) => {
        const pse = portSpecOf(draft.site, feeder, number)?.pse ?? null
        return poeClass === null || (pse !== null && canServeClass(pse, poeClass))
      })
    if (port) return { deviceId: feeder.id, port: port.number }
  }
  return null
}

function hasPowerLeft({ site }: Draft, feeder: Device, poeClass: number): boolean {
  const sums = poeBudget(site, feeder)
  return sums === null || sums.allocated.value + poeClassFigures(poeClass).pseW <= sums.budgetW
}

/** A socket that a switch can hang on. */
interface Room {
  behind: Device
  port: Port
}

function roomForSwitch(draft: Draft, above?: readonly Id[]): Room | null {
  for (const behind of [...feeders(draft)].reverse()) {
    if (above && !above.includes(behind.id)) continue
    const port = freeSockets(draft.site, behind).find((one) => !isKept(behind, one))
    if (port) return { behind, port }
  }
  return null
}

/** A switch more, behind the first device that has a socket for it. */
function socketOfNewSwitch(draft: Draft, device: Device, plugging: Plugging): LinkEnd | null {
  const at = roomForSwitch(draft, plugging.above)
  if (!at || at.behind.id === device.id) {
    refuse(draft, '', `No socket is left for ${device.name}, and none for another switch either.`)
    return null
  }
  const { toFollow = 0 } = plugging
  const typeId = toFollow >= MOST_AT_SMALL ? FEEDING_SWITCH.large : FEEDING_SWITCH.small
  addSwitch(draft, { typeId, name: 'Switch' }, at, plugging)
  return socketFor(draft, device, plugging)
}

/** Access switches that the gateway's sockets can't hold hang on switches of their own: so many access points each. */
const AT_LARGE = 22
/** The gateway's own sockets take this many switches. */
const MOST_AT_GATEWAY = 2

/** Switches for switches, where so many access points need them; else none. */
export function addUpperSwitches(draft: Draft, count: number, plugging: Plugging): Id[] | undefined {
  const access = Math.ceil(count / AT_LARGE)
  if (access <= MOST_AT_GATEWAY + 1) return undefined
  return Array.from({ length: Math.ceil(access / AT_LARGE) }, () => {
    const at = roomForSwitch(draft)
    if (!at) {
      refuse(draft, '', 'No socket is left for a switch that other switches hang on.')
      return []
    }
    const fresh = addSwitch(draft, { typeId: FEEDING_SWITCH.large, name: 'Main switch' }, at, plugging)
    return [fresh.id]
  }).flat()
}

function addSwitch(
  draft: Draft,
  { typeId, name }: { typeId: string; name: string },
  { behind, port }: Room,
  { gear, clients }: Plugging,
): Device {
  const fresh = addDevice(draft, typeId, {
    id: 'switch',
    name,
    place: behind.place,
    vlanId: gear.vlanId,
  })
  const kept = fresh.ports.length
  change(draft, fresh, {
    ports: fresh.ports.map((one) => ({
      ...one,
      nativeVlan: one.number === kept ? gear.vlanId : clients.vlanId,
    })),
  })
  manageAt(draft, fresh, gear)
  const up = { deviceId: fresh.id, port: 1 }
  const down = { deviceId: behind.id, port: port.number }
  cable(draft, down, up, PATCH_M)
  for (const end of [down, up])
    setPort(draft, end, { mode: 'access', nativeVlan: gear.vlanId, taggedVlans: [], admit: 'untaggedOnly' })
  say(
    draft,
    fresh.name,
    `Behind ${portName(draft.site, down)}. Its last socket stays free for the installer, in ${gear.name}; its other free ones are in ${clients.name}.`,
  )
  return fresh
}
