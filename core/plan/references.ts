import type { Collection, RecordOf } from './types'

/** Fields that hold the id of another record, by their names. */
type Naming = `${string}Id` | `${string}Ids` | 'routedBy' | 'servedBy' | 'opensPageOf'
/** Named alike, and ids of other things: a number on the wire, a picture in the store. */
type Other = 'vlanId' | 'pictureId'

type PathsOf<T> = T extends object
  ? {
      [K in keyof T & string]: K extends Other
        ? never
        : K extends Naming
          ? NonNullable<T[K]> extends readonly string[]
            ? `${K}[]`
            : K
          : Deeper<K, NonNullable<T[K]>>
    }[keyof T & string]
  : never
type Deeper<K extends string, V> = V extends readonly (infer E)[]
  ? `${K}[].${PathsOf<E>}`
  : V extends object
    ? `${K}.${PathsOf<V>}`
    : never

/** Every path in a plan that names another record: `ssids.accessPointIds[]`, `devices.air.near.profileId`. */
type ReferencePath = { [C in Collection]: `${C}.${PathsOf<RecordOf<C>>}` }[Collection]

/**
 * What happens to a reference when the record it names goes.
 *   clear: it names nothing · entry: the entry of the list that holds it goes · record: its whole record goes ·
 *   part: that part of its record goes
 */
export type WhenGone = 'clear' | 'entry' | 'record' | { part: string }

export interface Reference {
  to: Collection
  gone: WhenGone
  /** What else its record then has. */
  also?: object
  /** No two records name the same: a copy of its record names nothing. */
  isOneToOne?: true
  /** The list that needs so many entries, or the record goes. */
  least?: { list: string; entries: number }
}

/** Every reference between records of a plan; the compiler holds the list complete. Letting go, integrity and edits on older revisions read it. */
export const REFERENCES: Record<ReferencePath, Reference> = {
  'networks.routedBy': { to: 'devices', gone: 'clear' },
  'networks.servedBy': { to: 'devices', gone: 'clear' },
  'networks.announcedControllerId': { to: 'devices', gone: 'clear' },
  'profiles.radius.serverId': { to: 'devices', gone: 'clear' },
  'ssids.networkId': { to: 'networks', gone: 'clear' },
  'ssids.profileId': { to: 'profiles', gone: 'clear' },
  'ssids.accessPointIds[]': { to: 'devices', gone: 'entry' },
  'ssids.groupIds[]': { to: 'groups', gone: 'entry' },
  'devices.typeId': { to: 'deviceTypes', gone: 'clear' },
  'devices.management.networkId': { to: 'networks', gone: 'clear' },
  'devices.adoption.controllerId': { to: 'devices', gone: 'clear' },
  'devices.station.opensPageOf': { to: 'devices', gone: 'clear' },
  'devices.radius.clients[].deviceId': { to: 'devices', gone: 'entry' },
  'devices.air.deviceId': { to: 'devices', gone: { part: 'air' } },
  'devices.air.ssidId': { to: 'ssids', gone: { part: 'air' } },
  'devices.air.near.profileId': { to: 'profiles', gone: 'clear' },
  'devices.air.far.profileId': { to: 'profiles', gone: 'clear' },
  'devices.position.levelId': { to: 'levels', gone: { part: 'position' } },
  'devices.position.antennaId': { to: 'antennas', gone: 'clear' },
  'links.a.deviceId': { to: 'devices', gone: 'record' },
  'links.b.deviceId': { to: 'devices', gone: 'record' },
  'devices.controller.stagingNetworkId': { to: 'networks', gone: 'clear' },
  'forwards.routerId': { to: 'devices', gone: 'record' },
  'forwards.toDeviceId': { to: 'devices', gone: 'record' },
  'rules.fromNetworkId': { to: 'networks', gone: 'record' },
  'rules.to.networkId': { to: 'networks', gone: 'record' },
  'rules.to.deviceId': { to: 'devices', gone: 'record' },
  'groups.accessPointIds[]': { to: 'devices', gone: 'entry' },
  'groups.jacks[].networkId': { to: 'networks', gone: 'entry' },
  'areas.needs[].networkId': { to: 'networks', gone: 'entry' },
  'areas.levelId': { to: 'levels', gone: 'clear', also: { outline: [] } },
  'requirements.fromNetworkId': { to: 'networks', gone: 'record' },
  'requirements.to.networkId': { to: 'networks', gone: 'record' },
  'requirements.to.deviceId': { to: 'devices', gone: 'record' },
  'buildings.levelIds[]': { to: 'levels', gone: 'entry' },
  'walls.levelId': { to: 'levels', gone: 'record' },
  'obstacles.levelId': { to: 'levels', gone: 'record' },
  'keepOuts.levelId': { to: 'levels', gone: 'record' },
  'risers.levelIds[]': { to: 'levels', gone: 'entry' },
  'underlays.levelId': { to: 'levels', gone: 'record' },
  'cableRoutes.linkId': { to: 'links', gone: 'clear', isOneToOne: true },
  'cableRoutes.points[].levelId': { to: 'levels', gone: 'entry', least: { list: 'points', entries: 2 } },
  'neighbours.heardAt.levelId': { to: 'levels', gone: { part: 'heardAt' } },
}
