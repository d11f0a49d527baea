import { within } from '../../plan'
import type { Band, Device, Id, Point, Site } from '../../plan'
import type { WalkReading } from '../../radio/calibration'
import type { HeardSeen } from './kinds/heard'
import type { Observation } from './observations'

export type HeardObservation = Observation & { seen: HeardSeen }

export const isHeard = (one: Observation): one is HeardObservation => one.seen.kind === 'heard'

/** What was read on the chart, as a walk: of one radio read again at the very same spot by the same client the newest counts. */
export function walkOf(site: Site, observations: readonly Observation[]): WalkReading[] {
  const floors = new Map(site.levels.map(({ id, name }) => [id, name]))
  const readings = new Map<string, WalkReading>()
  for (const { seen } of observations.filter(isHeard).sort((a, b) => a.at.localeCompare(b.at)))
    readings.set([seen.at, seen.levelId, seen.deviceId, seen.band, seen.client].join(' '), {
      at: seen.at,
      floor: floors.get(seen.levelId) ?? null,
      radio: seen.deviceId,
      band: seen.band,
      rssiDbm: seen.rssiDbm,
      client: seen.client,
    })
  return [...readings.values()]
}

/** What was read in an area on its band: spots, and those where nothing reached its need. */
export interface ReadInArea {
  spots: number
  below: number
  /** The strongest radio at the weakest spot; null: none was heard there. */
  weakestDbm: number | null
}

/** By area; one where nothing was read is not in it. Of each spot its strongest radio counts, as a client takes it. */
export function readInAreas(site: Site, observed: readonly HeardObservation[]): Map<Id, ReadInArea> {
  const result = new Map<Id, ReadInArea>()
  for (const area of site.areas) {
    if (area.outline.length < 3) continue
    const spots = strongestAt(
      observed.filter(
        ({ seen }) =>
          seen.band === area.band && seen.levelId === area.levelId && within(area.outline, seen.at),
      ),
    )
    if (spots.length === 0) continue
    const levels = spots.map(({ dbm }) => dbm ?? -Infinity)
    const weakest = Math.min(...levels)
    result.set(area.id, {
      spots: spots.length,
      below: levels.filter((dbm) => dbm < area.leastSignalDbm).length,
      weakestDbm: Number.isFinite(weakest) ? weakest : null,
    })
  }
  return result
}

/** Of each spot the strongest radio that was read there; null: none was heard. */
export function strongestAt(observed: readonly HeardObservation[]): { at: Point; dbm: number | null }[] {
  const spots = new Map<string, { at: Point; dbm: number | null }>()
  for (const { seen } of observed) {
    const known = spots.get(seen.at.join())
    const louder = known?.dbm != null && (seen.rssiDbm === null || seen.rssiDbm < known.dbm)
    if (!louder) spots.set(seen.at.join(), { at: seen.at, dbm: seen.rssiDbm })
  }
  return [...spots.values()]
}

/** All but levels of a radio that has been moved or set otherwise since they were read: those say nothing of it as it is now. */
export function withoutMoved(
  site: Site,
  revision: number,
  observations: readonly Observation[],
  planAt: (revision: number) => Site | null,
): Observation[] {
  const now = new Map(site.devices.map((device) => [device.id, device]))
  const then = new Map<number, ReadonlyMap<Id, Device>>()
  const devicesAt = (at: number) => {
    const known = then.get(at) ?? new Map((planAt(at)?.devices ?? []).map((device) => [device.id, device]))
    then.set(at, known)
    return known
  }
  return observations.filter((one) => {
    if (!isHeard(one) || one.revision === revision) return true
    const { deviceId, band } = one.seen
    const [before, after] = [devicesAt(one.revision).get(deviceId), now.get(deviceId)]
    return before !== undefined && after !== undefined && sending(before, band) === sending(after, band)
  })
}

/** All of a radio that its levels depend on; the channel moves them by less than a reading spreads. */
function sending({ position, radios, typeId }: Device, band: Band): string {
  const radio = radios.find((one) => one.band === band)
  const { locked: _locked, ...place } = position ?? { locked: false }
  return JSON.stringify([typeId, place, radio?.enabled, radio?.powerDbm])
}

export interface RadioRef {
  deviceId: Id
  band: Band
}

/** BSSIDs that somebody has matched to a radio already, the newest word for each. */
export const bssidsKnown = (observations: readonly Observation[]): ReadonlyMap<string, RadioRef> =>
  new Map(
    observations
      .filter(isHeard)
      .sort((a, b) => a.at.localeCompare(b.at))
      .flatMap(({ seen: { bssid, deviceId, band } }) =>
        bssid === undefined ? [] : [[bssid, { deviceId, band }] as const],
      ),
  )

/**
 * The radio that sends a BSSID: as somebody matched it, else the one device whose MAC it is made from, by the first octet (the locally
 * administered bit) or the last. Common practice, no source. Null: nobody knows.
 */
export function radioOfBssid(
  site: Site,
  known: ReadonlyMap<string, RadioRef>,
  bssid: string,
  band: Band | null,
): RadioRef | null {
  const said = known.get(bssid)
  if (said) return said
  if (band === null) return null
  const octets = bssid.split(':')
  const like = site.devices.filter(({ mac, radios }) => {
    const own = mac?.toLowerCase().split(':') ?? []
    const same = octets.filter((octet, i) => octet === own[i]).length
    const middle = octets.slice(1, 5).every((octet, i) => octet === own[i + 1])
    return own.length === 6 && same >= 5 && middle && radios.some((radio) => radio.band === band)
  })
  return like.length === 1 && like[0] ? { deviceId: like[0].id, band } : null
}
