import simplify from 'simplify-js'
import { LEAST_WALL_M, boxOf, lengthM } from '../../site'
import type { Edit, Id, Level, Point } from '../../site'
import type { DxfDrawing } from '.'
import { joinLines } from './joinLines'

/** What a layer's lines become; null: left out. */
export interface LayerChoice {
  layer: string
  material: string
  thicknessMm: number
}

/** At most so many walls are taken in: a site file holds no more. */
export const MOST_WALLS = 4000
/** Points nearer than this to the line without them say nothing; chords add a tenth of a millimetre, so that 5 mm hold. */
const FLAT_M = 0.004

/**
 * Walls from the chosen layers, in metres, moved so that the drawing's lower left corner lies at `at`. Strokes that meet
 * end to end become one wall; those without length are left out.
 */
export function wallsFromDxf(
  { layers }: DxfDrawing,
  metresPerUnit: number,
  choices: readonly LayerChoice[],
  level: Level,
  at: Point,
  newId: () => Id,
): { edits: Edit[]; walls: number; tooShort: number; tooMany: boolean } {
  const chosen = layers.flatMap((layer) => {
    const choice = choices.find((one) => one.layer === layer.name)
    return choice ? [{ layer, choice }] : []
  })
  const corner = boxOf(chosen.flatMap(({ layer }) => layer.lines.flat()))?.min ?? [0, 0]
  const place = ([x, y]: Point): Point => [
    round(at[0] + (x - corner[0]) * metresPerUnit),
    round(at[1] + (y - corner[1]) * metresPerUnit),
  ]
  let tooShort = 0
  const walls = chosen.flatMap(({ layer, choice }) => {
    const lines = layer.lines
      .map((line) => line.map(place))
      .filter((line) => {
        const fits = lengthM(line) >= LEAST_WALL_M
        if (!fits) tooShort++
        return fits
      })
    return joinLines(lines).map((line) => ({ points: straightened(line), choice }))
  })
  const edits = walls.slice(0, MOST_WALLS).map(({ points, choice }): Edit => ({
    op: 'put',
    collection: 'walls',
    record: {
      id: newId(),
      levelId: level.id,
      points: points.slice(0, 2000),
      material: choice.material,
      thicknessMm: choice.thicknessMm,
      heightM: null,
      ownLossDb: null,
      openings: [],
    },
  }))
  return { edits, walls: walls.length, tooShort, tooMany: walls.length > MOST_WALLS }
}

const round = (m: number): number => Math.round(m * 1000) / 1000

/** The fewest points that keep a line where it is (Ramer, Douglas and Peucker), ends included. */
function straightened(line: Point[]): Point[] {
  if (line.length < 3) return line
  const corners = line.map(([x, y]) => ({ x, y }))
  return simplify(corners, FLAT_M, true).map(({ x, y }): Point => [x, y])
}
