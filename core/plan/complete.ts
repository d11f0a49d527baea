import { bareDevice } from './defaults'
import { DEFAULT_BACKHAUL, newAir } from './backhaul'
import type { AirUplink } from './backhaul'
import { DEFAULT_GROUND } from './ground'
import { DEFAULT_PARTS_RULES } from './listedParts'
import { movedDevice, movedHeader, movedPlan } from './moves'
import { NEW_ADOPTION, NEW_CONTROLLER } from './fleet'
import { NEW_RADIUS_TARGET } from './networks'
import { NEW_RADIUS_SERVER, NEW_ROUTER, partsOf } from './parts'
import { RECORD_DEFAULTS } from './recordDefaults'
import { COLLECTIONS, NO_FEED } from './types'
import type {
  AnyRecord,
  Collection,
  Device,
  DeviceParts,
  DeviceType,
  Header,
  SecurityProfile,
  Site,
} from './types'

/** The record with every field of today; what it has stays. */
export function completeRecord(collection: Collection, record: AnyRecord): AnyRecord {
  if (collection === 'devices') {
    const device = movedDevice(record) as Device
    const radios = (device.radios ?? []).map((radio) => ({ ...{ powerDbm: null, locked: false }, ...radio }))
    const air = device.air ? completeAir(device.air) : null
    return {
      ...bareDevice(device.id, device.name, device.kind),
      ...device,
      radios,
      air,
      ...partsOf(device.kind, completeParts(device)),
    }
  }
  if (collection === 'deviceTypes') {
    const type = record as DeviceType
    return {
      ...RECORD_DEFAULTS.deviceTypes,
      ...type,
      radios: (type.radios ?? []).map((radio) => ({ ...{ maxPowerDbm: 20 }, ...radio })),
    }
  }
  if (collection === 'profiles') {
    const profile = { ...RECORD_DEFAULTS.profiles, ...record } as SecurityProfile
    return { ...profile, radius: profile.radius && { ...NEW_RADIUS_TARGET, ...profile.radius } }
  }
  return { ...RECORD_DEFAULTS[collection], ...record }
}

/** Parts of which an earlier version knew fewer fields. */
const completeParts = (device: Device): Partial<DeviceParts> => ({
  ...device,
  router: device.router && { ...NEW_ROUTER, ...device.router },
  controller: device.controller && { ...NEW_CONTROLLER, ...device.controller },
  adoption: device.adoption && { ...NEW_ADOPTION, ...device.adoption },
  radius: device.radius && { ...NEW_RADIUS_SERVER, ...device.radius },
})

/** Before ways had names, an uplink without an SSID was a bridge. */
const completeAir = (air: AirUplink): AirUplink => ({
  ...newAir(air.deviceId, { way: air.ssidId === null ? 'bridge' : 'station' }),
  ...air,
})

/** A plan stored whole by any version, with every field of today. */
export function openedPlan(stored: unknown): Site {
  const plan = movedPlan(stored) as Site
  const lists = COLLECTIONS.map((collection) => [
    collection,
    (plan[collection] ?? []).map((record) => completeRecord(collection, record)),
  ])
  return { ...completeHeader(plan), ...Object.fromEntries(lists) } as Site
}

export function completeHeader(stored: object): Header {
  const header = movedHeader({ ...stored }) as Partial<Header> & Pick<Header, 'name'>
  return {
    place: '',
    country: null,
    notes: '',
    contact: '',
    ...header,
    feed: { ...NO_FEED, ...header.feed },
    ground: { ...DEFAULT_GROUND, ...header.ground },
    backhaul: { ...DEFAULT_BACKHAUL, ...header.backhaul },
    partsRules: { ...DEFAULT_PARTS_RULES, ...header.partsRules },
  }
}
