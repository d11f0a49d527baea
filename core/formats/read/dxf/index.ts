import { bad, good } from '../../../lib/outcome'
import type { Outcome } from '../../../lib/outcome'
import type { Point } from '../../../plan'
import { lineOf } from './lines'
import { extruded, scaled, shifted, turnedBy, within, WORLD } from './matrix'
import type { Frame } from './matrix'
import { dxfFile } from './records'
import type { DxfFile, DxfRecord } from './records'
import { dxfText } from './text'
import { DXF_UNITS } from './units'

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
  /** What was left out, by kind and reason. */
  skipped: { kind: string; count: number; why: string }[]
  /** How many entities that are hidden in the drawing were left out. */
  hidden: number
  /** A code page whose letters were guessed. */
  unknownPage: string | null
}

export interface DxfChoices {
  /** Also what lies in paper space, on layers that are off or frozen, or is invisible. */
  hidden: boolean
}

/** Blocks in blocks end here. */
const DEEPEST = 16
/** A small file can bring more than this by blocks of blocks. */
const MOST_STEPS = 1_500_000
/** More lines than this are no floor plan, and no screen could show them. */
const MOST_DXF_LINES = 500_000
/** A chord keeps this near to its curve: walls need 5 mm, and the length along many chords more. */
const CHORD_M = 0.0001

interface Reading {
  file: DxfFile
  choices: DxfChoices
  /** In the drawing's units. */
  tolerance: number
  layers: Map<string, Point[][]>
  skipped: Map<string, { kind: string; count: number; why: string }>
  hidden: number
  lines: number
  /** Entities looked at, each time a block brings them. */
  steps: number
}

/**
 * The lines of a DXF by layer, as the drawing shows them: curves as chords, blocks where they are inserted, each entity
 * that is no line counted by what it is. ASCII DXF of R12 to R2018. Bytes are read in the code page that the file names.
 */
export function readDxf(
  source: string | Uint8Array,
  choices: DxfChoices = { hidden: false },
): Outcome<DxfDrawing> {
  const refuse = (code: string, message: string) => bad({ path: ['file'], code, message })
  const { text, unknownPage } =
    typeof source === 'string' ? { text: source, unknownPage: null } : dxfText(source)
  if (text.trim() === '') return refuse('dxf.empty', 'The file is empty.')
  if (text.startsWith('AutoCAD Binary DXF'))
    return refuse('dxf.binary', 'This is a binary DXF. Save the drawing as ASCII DXF and try again.')
  const file = dxfFile(text)
  if (!file)
    return refuse(
      'dxf.broken',
      'The file is no DXF that can be read: it has no ENTITIES section, or it breaks off.',
    )
  const unit = DXF_UNITS[Number(file.header.get('$INSUNITS') ?? 0)]
  const reading: Reading = {
    file,
    choices,
    // Where the unit is not said it is a metre at most.
    tolerance: CHORD_M / (unit?.[1] ?? 1),
    layers: new Map(),
    skipped: new Map(),
    hidden: 0,
    lines: 0,
    steps: 0,
  }
  for (const entity of everyEntity(file))
    take(entity.record, WORLD, reading, { blocks: [], layer: null, why: entity.why })
  if (isTooMuch(reading))
    return refuse(
      'dxf.long',
      `The drawing has more than ${MOST_DXF_LINES} lines. Leave out layers that are not walls and try again.`,
    )
  const layers = [...reading.layers].map(([name, lines]) => ({ name, lines }))
  const skipped = [...reading.skipped.values()]
  if (layers.length === 0)
    return refuse(
      'dxf.noLines',
      `There are no lines in the drawing${skipped.length > 0 ? `, only ${skipped.map(({ kind, count, why }) => `${count} ${kind} (${why})`).join(', ')}` : ''}.`,
    )
  return good({
    metresPerUnit: unit?.[1] ?? null,
    unitName: unit?.[0] ?? null,
    layers,
    skipped,
    hidden: reading.hidden,
    unknownPage,
  })
}

const isTooMuch = ({ lines, steps }: Reading): boolean => lines > MOST_DXF_LINES || steps > MOST_STEPS

const PAPER = 'in paper space'

/** What lies in the model and on every sheet of paper; the sheets that are not open are blocks of their own. */
function* everyEntity({ entities, blocks }: DxfFile): Generator<{ record: DxfRecord; why: string | null }> {
  for (const record of entities) yield { record, why: record.number(67, 0) === 1 ? PAPER : null }
  for (const [name, block] of blocks)
    if (/^[*$]paper_space/i.test(name)) for (const record of block.entities) yield { record, why: PAPER }
}

interface Where {
  /** The blocks that it lies in, outermost first. */
  blocks: readonly string[]
  /** The layer of the insert that brought it, which what lies on layer 0 takes. */
  layer: string | null
  /** Why it is hidden by what it lies in, or null. */
  why: string | null
}

function take(record: DxfRecord, frame: Frame, reading: Reading, where: Where): void {
  reading.steps++
  if (isTooMuch(reading)) return
  const own = record.name(8) ?? '0'
  const layer = own === '0' && where.layer !== null ? where.layer : own
  const why = where.why ?? hiddenWhy(record, layer, reading)
  const isInsert = record.type === 'INSERT'
  // What a frozen insert brings is hidden with it; what one on a layer that is off brings is not.
  if (why !== null && !reading.choices.hidden && !(isInsert && why === OFF)) {
    reading.hidden++
    return skip(reading, record.type, why)
  }
  if (isInsert) return insert(record, layer, frame, reading, where.blocks)
  const line = lineOf(record, frame, reading.tolerance)
  if ('why' in line) return skip(reading, record.type, line.why)
  const points = line.points.map(([x, y]): Point => [x, y])
  if (points.length < 2 || !points.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y)))
    return skip(reading, record.type, 'without length')
  const list = reading.layers.get(layer) ?? []
  list.push(points)
  reading.layers.set(layer, list)
  reading.lines++
}

const OFF = 'on a layer that is off'

function hiddenWhy(record: DxfRecord, layer: string, { file }: Reading): string | null {
  if (record.number(60, 0) === 1) return 'invisible'
  const state = file.layers.get(layer)
  if (state?.isFrozen) return 'on a frozen layer'
  return state?.isOff ? OFF : null
}

function skip({ skipped }: Reading, kind: string, why: string): void {
  const key = `${kind} ${why}`
  skipped.set(key, { kind, why, count: (skipped.get(key)?.count ?? 0) + 1 })
}

/** A block as often as it is put, each with its place, turn and scale. */
function insert(
  record: DxfRecord,
  layer: string,
  frame: Frame,
  reading: Reading,
  outer: readonly string[],
): void {
  for (const { type } of record.parts) skip(reading, type, 'no line')
  const name = record.name(2) ?? ''
  const block = reading.file.blocks.get(name)
  if (!block || block.isElsewhere) return skip(reading, 'INSERT', 'of a block that is not in the file')
  if (outer.includes(name)) return skip(reading, 'INSERT', 'of a block within itself')
  if (outer.length >= DEEPEST) return skip(reading, 'INSERT', 'nested too deep')
  const blocks = [...outer, name]
  const own = within(frame, extruded([record.number(210, 0), record.number(220, 0), record.number(230, 1)]))
  const turned = within(within(own, shifted(record.point(10))), turnedBy(record.number(50, 0)))
  const size = scaled(record.number(41, 1), record.number(42, 1), record.number(43, 1))
  const [bx, by, bz] = block.base
  const [columns, rows] = [record.number(70, 1), record.number(71, 1)].map((count) =>
    Math.max(1, Math.trunc(count)),
  )
  for (let row = 0; row < (rows ?? 1); row++)
    for (let column = 0; column < (columns ?? 1); column++) {
      if (isTooMuch(reading)) return
      const cell = within(turned, shifted([column * record.number(44, 0), row * record.number(45, 0), 0]))
      const inner = within(within(cell, size), shifted([-bx, -by, -bz]))
      for (const entity of block.entities) take(entity, inner, reading, { blocks, layer, why: null })
    }
}
