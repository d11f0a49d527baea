import { noiseFloorDbm } from '../propagation'
import { distanceM } from '../../plan'
import type { Point, Site } from '../../plan'
import type { PlannedRadio } from './plannedRadios'
import { downDbm, weakerRiseDb } from './readings'
import { signalPath } from './signalPath'
import type { SignalPath } from './signalPath'

/** A radio as a client at one spot has it. */
export interface Heard {
  radio: PlannedRadio
  way: SignalPath
  /** Level at the client. */
  dbm: number
  /** The weaker direction over the noise of the radio's own width. */
  ratioDb: number
}

/** All of these radios at one spot, the loudest first. The height is over the yard's zero. */
export const heardAt = (site: Site, radios: readonly PlannedRadio[], at: Point, zM: number): Heard[] =>
  radios
    .map((radio): Heard => {
      const way = signalPath(site, radio, at, zM)
      const noiseDbm = noiseFloorDbm(radio.widthMhz, site.ground.noiseFigureDb)
      return {
        radio,
        way,
        dbm: downDbm(radio, way.wayDb, site.ground),
        ratioDb: way.wayDb + weakerRiseDb(radio, site.ground) - noiseDbm,
      }
    })
    .sort((a, b) => b.dbm - a.dbm)

/** One radio's level along a line: at equal steps from its one end to the other. */
export interface LevelsAlong {
  radio: PlannedRadio
  dbm: number[]
}

/** The radios that are loudest anywhere along a line, at most so many, and how far each step is from its beginning, m. */
export function levelsAlong(
  site: Site,
  radios: readonly PlannedRadio[],
  [from, to]: [Point, Point],
  zM: number,
  steps: number,
  atMost: number,
): { farM: number[]; loudest: LevelsAlong[] } {
  const shares = Array.from({ length: steps + 1 }, (_, i) => i / steps)
  const at = (share: number): Point => [
    from[0] + (to[0] - from[0]) * share,
    from[1] + (to[1] - from[1]) * share,
  ]
  const all = radios.map((radio): LevelsAlong => {
    const dbm = shares.map((share) =>
      downDbm(radio, signalPath(site, radio, at(share), zM).wayDb, site.ground),
    )
    return { radio, dbm }
  })
  return {
    farM: shares.map((share) => share * distanceM(from, to)),
    loudest: all.sort((a, b) => Math.max(...b.dbm) - Math.max(...a.dbm)).slice(0, atMost),
  }
}
