import DxfParser from 'dxf-parser'
import { bad, good } from '../outcome'
import type { Outcome } from '../outcome'
import type { Point } from '../site'
import { arcPoints, bulgePoints, splinePoints } from './dxfCurves'

/** The lines of one layer, in the drawing's own units. */
export interface DxfLayer {
  name: string
  lines: Point[][]
}

export interface DxfDrawing {
  /** Null: the drawing does not say what its units are. */
  metresPerUnit: number | null
  unitName: string | null
  layers: DxfLayer[]
  /** What was left out, by kind. */
  skipped: { kind: string; count: number; why: string }[]
}

/** Header variable $INSUNITS. Source: DXF reference, HEADER section, from memory. */
const UNITS: Record<number, [name: string, metres: number]> = {
  1: ['inches', 0.0254],
  2: ['feet', 0.3048],
  4: ['millimetres', 0.001],
  5: ['centimetres', 0.01],
  6: ['metres', 1],
  14: ['decimetres', 0.1],
}

interface Entity {
  type: string
  layer?: string
  vertices?: { x: number; y: number; bulge?: number }[]
  shape?: boolean
  center?: { x: number; y: number }
  radius?: number
  startAngle?: number
  endAngle?: number
  controlPoints?: { x: number; y: number }[]
  fitPoints?: { x: number; y: number }[]
  knotValues?: number[]
  degreeOfSplineCurve?: number
  name?: string
  position?: { x: number; y: number }
  xScale?: number
  yScale?: number
  rotation?: number
  closed?: boolean
}

type Move = (point: Point) => Point

/** Blocks in blocks end here: deeper ones are a circle. */
const DEEPEST = 8
/** More lines than this are no floor plan, and no screen could show them. */
export const MOST_DXF_LINES = 500_000

interface Reading {
  layers: Map<string, Point[][]>
  skipped: Map<string, { count: number; why: string }>
  blocks: Record<string, { entities?: Entity[] } | undefined>
  lines: number
}

/** The lines of a DXF text by layer. Arcs, bulges and splines become chords; blocks are put where they are inserted. */
export function readDxf(text: string): Outcome<DxfDrawing> {
  const refuse = (code: string, message: string) => bad({ path: ['file'], code, message })
  if (text.trim() === '') return refuse('dxf.empty', 'The file is empty.')
  if (text.startsWith('AutoCAD Binary DXF'))
    return refuse('dxf.binary', 'This is a binary DXF. Save the drawing as ASCII DXF and try again.')
  const parsed = parse(text)
  if (!parsed)
    return refuse(
      'dxf.broken',
      'The file is no DXF that can be read: it has no ENTITIES section, or it breaks off.',
    )
  const reading: Reading = { layers: new Map(), skipped: new Map(), blocks: parsed.blocks ?? {}, lines: 0 }
  take(parsed.entities, (point) => point, reading, 0, null)
  if (reading.lines > MOST_DXF_LINES)
    return refuse(
      'dxf.long',
      `The drawing has more than ${MOST_DXF_LINES} lines. Leave out layers that are not walls and try again.`,
    )
  const layers = [...reading.layers].map(([name, lines]) => ({ name, lines }))
  const skipped = [...reading.skipped].map(([kind, rest]) => ({ kind, ...rest }))
  if (layers.length === 0)
    return refuse(
      'dxf.noLines',
      `There are no lines in the drawing${skipped.length > 0 ? `, only ${skipped.map(({ kind, count }) => `${count} ${kind}`).join(', ')}` : ''}.`,
    )
  const unit = UNITS[Number(parsed.header?.$INSUNITS ?? 0)]
  return good({ metresPerUnit: unit?.[1] ?? null, unitName: unit?.[0] ?? null, layers, skipped })
}

interface Parsed {
  header?: Record<string, unknown>
  entities: Entity[]
  blocks?: Reading['blocks']
}

function parse(text: string): Parsed | null {
  try {
    const parsed = new DxfParser().parseSync(text) as unknown as Parsed | null
    return parsed && Array.isArray(parsed.entities) ? parsed : null
  } catch {
    return null
  }
}

function take(
  entities: readonly Entity[],
  move: Move,
  reading: Reading,
  depth: number,
  within: string | null,
): void {
  for (const entity of entities) {
    if (reading.lines > MOST_DXF_LINES) return
    // What lies on layer 0 of a block takes the layer that the block is put on.
    const layer = entity.layer === '0' && within ? within : (entity.layer ?? '0')
    if (entity.type === 'INSERT') {
      insert(entity, layer, move, reading, depth)
      continue
    }
    const line = lineOf(entity)
    if (line === null) skip(reading, entity.type, 'no line')
    else if (line.length > 1 && line.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y))) {
      const list = reading.layers.get(layer) ?? []
      list.push(line.map(move))
      reading.layers.set(layer, list)
      reading.lines++
    } else skip(reading, entity.type, 'without length')
  }
}

function skip(reading: Reading, kind: string, why: string): void {
  const known = reading.skipped.get(kind)
  reading.skipped.set(kind, { count: (known?.count ?? 0) + 1, why })
}

function insert(entity: Entity, layer: string, move: Move, reading: Reading, depth: number): void {
  const block = entity.name === undefined ? undefined : reading.blocks[entity.name]
  if (!block?.entities) return skip(reading, 'INSERT', 'of a block that is not in the file')
  if (depth >= DEEPEST) return skip(reading, 'INSERT', 'nested too deep')
  const turn = ((entity.rotation ?? 0) * Math.PI) / 180
  const [sx, sy] = [entity.xScale ?? 1, entity.yScale ?? 1]
  const [px, py] = [entity.position?.x ?? 0, entity.position?.y ?? 0]
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const placed: Move = ([x, y]) => move([px + x * sx * cos - y * sy * sin, py + x * sx * sin + y * sy * cos])
  take(block.entities, placed, reading, depth + 1, layer)
}

/** An entity as points, or null where it is no line at all. */
function lineOf(entity: Entity): Point[] | null {
  const vertices = entity.vertices ?? []
  switch (entity.type) {
    case 'LINE':
      return vertices.map(({ x, y }): Point => [x, y])
    case 'LWPOLYLINE':
    case 'POLYLINE':
      return bulgePoints(vertices, entity.shape === true)
    case 'ARC':
    case 'CIRCLE':
      return entity.center && entity.radius
        ? arcPoints(
            [entity.center.x, entity.center.y],
            entity.radius,
            entity.startAngle ?? 0,
            entity.endAngle ?? 2 * Math.PI,
          )
        : []
    case 'SPLINE':
      return splinePoints(
        (entity.controlPoints ?? []).map(({ x, y }): Point => [x, y]),
        entity.knotValues ?? [],
        entity.degreeOfSplineCurve ?? 3,
        (entity.fitPoints ?? []).map(({ x, y }): Point => [x, y]),
      )
    default:
      return null
  }
}
