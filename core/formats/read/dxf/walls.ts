import simplify from 'simplify-js'
import { LEAST_WALL_M, boxOf, lengthM } from '../../../plan'
import type { Edit, Id, Level, Point } from '../../../plan'
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
/** A wall has at most so many points. Source: the site file's own limit, schema/ground. */
const MOST_POINTS = 2000
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
    return joinLines(lines).flatMap((line) =>
      inPieces(straightened(line), MOST_POINTS).map((points) => ({ points, choice })),
    )
  })
  const edits = walls.slice(0, MOST_WALLS).map(({ points, choice }): Edit => ({
    op: 'put',
    collection: 'walls',
    record: {
      id: newId(),
      levelId: level.id,
      points,
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

/** So long a stretch is straightened in one: the package calls itself for each point it keeps. */
const STRETCH = 1000

/** The fewest points that keep a line where it is (Ramer, Douglas and Peucker), ends included. */
const straightened = (line: Point[]): Point[] =>
  inPieces(line, STRETCH).flatMap((stretch, i) => {
    if (stretch.length < 3) return i === 0 ? stretch : stretch.slice(1)
    const corners = stretch.map(([x, y]) => ({ x, y }))
    return simplify(corners, FLAT_M, true)
      .slice(i === 0 ? 0 : 1)
      .map(({ x, y }): Point => [x, y])
  })

/** A line in pieces of at most so many points, each from where the one before ends. */
function inPieces(line: Point[], most: number): Point[][] {
  const pieces: Point[][] = []
  for (let from = 0; from === 0 || from < line.length - 1; from += most - 1)
    pieces.push(line.slice(from, from + most))
  return pieces
}
