import { NO_MESH } from './backhaul'
import type { Device, DeviceKind, DeviceParts, RadiusServer, RouterPart } from './devices'
import { NEW_ADOPTION, NEW_CLUSTER, NEW_CONTROLLER, NEW_REMOTE } from './fleet'
import { KINDS, kindOf } from './kinds'
import type { PartName } from './kinds'
import { RADIUS_PORT } from './networks'

/** A router's part where nobody says otherwise. */
export const NEW_ROUTER: RouterPart = {
  role: null,
  uplink: null,
  upnp: false,
  firewall: true,
  wps: false,
  remoteAdmin: false,
  timeServer: null,
}

export const NEW_RADIUS_SERVER: RadiusServer = {
  port: RADIUS_PORT,
  methods: ['peap'],
  authority: '',
  clients: [],
  users: [],
}

/** A fresh part of each sort, for a device of that kind. */
const FRESH: { [P in PartName]: (kind: DeviceKind) => NonNullable<DeviceParts[P]> } = {
  modem: () => ({ bridgeMode: true }),
  router: (kind) => ({ ...NEW_ROUTER, role: KINDS[kind].routes === 'byRole' ? 'plainAp' : null }),
  controller: () => NEW_CONTROLLER,
  adoption: () => NEW_ADOPTION,
  mesh: () => NO_MESH,
  radius: () => NEW_RADIUS_SERVER,
  station: () => ({ opensPageOf: null }),
  cluster: () => NEW_CLUSTER,
  remote: () => NEW_REMOTE,
}

const PART_NAMES = Object.keys(FRESH) as PartName[]

/** A program that can run on anything, and not a matter of what the device is. */
const ON_ANY_KIND: ReadonlySet<PartName> = new Set(['radius'])

/** Every part of a device of that kind: what is given stays, what its row has and it lacks is fresh, the rest is null. */
export const partsOf = (kind: DeviceKind, given: Partial<DeviceParts> = {}): DeviceParts =>
  Object.fromEntries(
    PART_NAMES.map((name) => [
      name,
      given[name] ?? (kindOf({ kind }).parts.includes(name) ? FRESH[name](kind) : null),
    ]),
  ) as unknown as DeviceParts

/** Parts that a device of its kind cannot have. */
export const foreignParts = (device: Device): PartName[] =>
  PART_NAMES.filter(
    (name) =>
      device[name] !== null &&
      !ON_ANY_KIND.has(name) &&
      !kindOf(device).parts.includes(name) &&
      !kindOf(device).mayHave.includes(name),
  )
