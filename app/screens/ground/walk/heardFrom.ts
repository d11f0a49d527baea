import type { Seen } from '~/core/judge/proof'
import type { Level, Site } from '~/core/plan'
import type { WalkReading } from '~/core/radio/calibration'

/** A walk's readings as observations of this plan; those of radios and floors that it has not are named. */
export function heardFrom(
  site: Site,
  level: Level,
  readings: readonly WalkReading[],
): { seen: Seen[]; unknown: string[] } {
  const unknown = new Set<string>()
  const seen = readings.flatMap((one): Seen[] => {
    const device = site.devices.find(({ id, name, position }) => position && [id, name].includes(one.radio))
    const on = one.floor === null ? level : site.levels.find(({ name }) => name === one.floor)
    if (!device) unknown.add(one.radio)
    if (!on) unknown.add(`floor ${one.floor ?? ''}`)
    if (!device || !on) return []
    const { at, band, rssiDbm, client } = one
    return [{ kind: 'heard', levelId: on.id, at, deviceId: device.id, band, rssiDbm, client }]
  })
  return { seen, unknown: [...unknown] }
}
