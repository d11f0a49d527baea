import type { Seen } from '~/core/judge/proof'
import type { Level, Point, Site } from '~/core/plan'
import type { WalkReading } from '~/core/radio/calibration'
import { groundBox } from '../groundBox'

/** So far round all that is drawn somebody may have stood; further out the zero of the two is not the same. */
const AROUND_M = 30

/** A walk's readings as observations of this plan; those of radios and floors that it has not, and far off the drawing, are named. */
export function heardFrom(
  site: Site,
  level: Level,
  readings: readonly WalkReading[],
): { seen: Seen[]; unknown: string[] } {
  const unknown = new Set<string>()
  const box = groundBox(site)
  const seen = readings.flatMap((one): Seen[] => {
    const device = site.devices.find(({ id, name, position }) => position && [id, name].includes(one.radio))
    const on = one.floor === null ? level : site.levels.find(({ name }) => name === one.floor)
    if (!device) unknown.add(one.radio)
    if (!on) unknown.add(`floor ${one.floor ?? ''}`)
    const outside = box !== null && isOutside(box, one.at)
    if (outside) unknown.add(`${one.at.join(', ')}, which is outside all that is drawn`)
    if (!device || !on || outside) return []
    const { at, band, rssiDbm, client } = one
    return [{ kind: 'heard', levelId: on.id, at, deviceId: device.id, band, rssiDbm, client }]
  })
  return { seen, unknown: [...unknown] }
}

const isOutside = ({ min, max }: { min: Point; max: Point }, [x, y]: Point): boolean =>
  x < min[0] - AROUND_M || y < min[1] - AROUND_M || x > max[0] + AROUND_M || y > max[1] + AROUND_M
