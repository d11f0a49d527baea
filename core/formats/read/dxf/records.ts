import { named } from './text'

/** One record of a DXF: what follows a group of code 0. */
export class DxfRecord {
  /** Vertices of a polyline, attributes of an insert. */
  readonly parts: DxfRecord[] = []

  constructor(
    readonly type: string,
    readonly codes: number[],
    readonly values: string[],
  ) {}

  text(code: number): string | null {
    const at = this.codes.indexOf(code)
    return at < 0 ? null : (this.values[at] ?? '').trim()
  }

  name = (code: number): string | null => {
    const text = this.text(code)
    return text === null ? null : named(text)
  }

  number(code: number, otherwise: number): number {
    const text = this.text(code)
    const value = text === null || text === '' ? NaN : Number(text)
    return Number.isFinite(value) ? value : otherwise
  }

  /** Every value of a code, in order. */
  numbers = (code: number): number[] =>
    this.codes.flatMap((one, i) => (one === code ? [Number(this.values[i])] : []))

  point = (code: number): Vec3 => [this.number(code, 0), this.number(code + 10, 0), this.number(code + 20, 0)]

  /** Points whose coordinates come one after another; each begins with its first code. */
  points(code: number): Vec3[] {
    const points: Vec3[] = []
    this.codes.forEach((one, i) => {
      if (one === code) points.push([Number(this.values[i]), 0, 0])
      const last = points.at(-1)
      if (last && one === code + 10) last[1] = Number(this.values[i])
      if (last && one === code + 20) last[2] = Number(this.values[i])
    })
    return points
  }

  has = (code: number): boolean => this.codes.includes(code)
  flag = (bit: number, code = 70): boolean => (this.number(code, 0) & bit) !== 0
}

export type Vec3 = [x: number, y: number, z: number]

export interface DxfBlock {
  base: Vec3
  /** Of another drawing, which is not in the file. */
  isElsewhere: boolean
  entities: DxfRecord[]
}

export interface DxfFile {
  header: Map<string, string>
  layers: Map<string, { isOff: boolean; isFrozen: boolean }>
  blocks: Map<string, DxfBlock>
  entities: DxfRecord[]
}

/** The sections of a DXF text, or null where it has no entities or breaks off. */
export function dxfFile(text: string): DxfFile | null {
  const file: DxfFile = { header: new Map(), layers: new Map(), blocks: new Map(), entities: [] }
  let section: string | null = null
  let isFound = false
  const blocks: Entities = { list: null, holder: null }
  const entities: Entities = { list: file.entities, holder: null }
  for (const record of recordsOf(text)) {
    if (record.type === 'SECTION') {
      section = record.text(2) ?? ''
      isFound ||= section === 'ENTITIES'
      if (section === 'HEADER') readHeader(record, file.header)
    } else if (record.type === 'ENDSEC' || record.type === 'EOF') section = null
    else if (section === 'ENTITIES') hold(record, entities)
    else if (section === 'BLOCKS') readBlock(record, blocks, file)
    else if (section === 'TABLES' && record.type === 'LAYER') readLayer(record, file)
  }
  return isFound && section === null ? file : null
}

/** Where entities go: the list, none outside a block, and the one that takes the parts which follow. */
interface Entities {
  list: DxfRecord[] | null
  holder: DxfRecord | null
}

function readBlock(record: DxfRecord, open: Entities, { blocks }: DxfFile): void {
  if (record.type === 'BLOCK') {
    open.list = []
    blocks.set(record.name(2) ?? '', {
      base: record.point(10),
      isElsewhere: record.flag(4),
      entities: open.list,
    })
  } else if (record.type === 'ENDBLK') open.list = null
  else hold(record, open)
}

function hold(record: DxfRecord, at: Entities): void {
  if (record.type === 'SEQEND') at.holder = null
  else if (at.holder && (record.type === 'VERTEX' || record.type === 'ATTRIB')) at.holder.parts.push(record)
  else if (at.list) {
    at.list.push(record)
    const takesParts = record.type === 'POLYLINE' || (record.type === 'INSERT' && record.number(66, 0) === 1)
    at.holder = takesParts ? record : null
  }
}

function readHeader({ codes, values }: DxfRecord, header: Map<string, string>): void {
  codes.forEach((code, i) => {
    if (code === 9) header.set((values[i] ?? '').trim(), (values[i + 1] ?? '').trim())
  })
}

function readLayer(record: DxfRecord, { layers }: DxfFile): void {
  layers.set(record.name(2) ?? '', { isOff: record.number(62, 7) < 0, isFrozen: record.flag(1) })
}

/** Records from pairs of lines, code and value; ends where a code is no number. */
function* recordsOf(text: string): Generator<DxfRecord> {
  let record: DxfRecord | null = null
  for (let at = 0; at < text.length;) {
    const codeEnd = lineEnd(text, at)
    const code = codeAt(text, at, codeEnd)
    if (code < 0) return
    const from = codeEnd + 1
    const to = lineEnd(text, from)
    at = to + 1
    const value = text.slice(from, text.charCodeAt(to - 1) === RETURN ? to - 1 : to)
    if (code === 0) {
      if (record) yield record
      record = new DxfRecord(value.trim().toUpperCase(), [], [])
    } else if (record) {
      record.codes.push(code)
      record.values.push(value)
    }
  }
  if (record) yield record
}

const [RETURN, SPACE, ZERO, NINE] = [13, 32, 48, 57]

/** A group code, blanks before and after it; −1 where it is none. */
function codeAt(text: string, from: number, to: number): number {
  let code = -1
  for (let i = from; i < to; i++) {
    const sign = text.charCodeAt(i)
    if (sign >= ZERO && sign <= NINE) code = Math.max(code, 0) * 10 + sign - ZERO
    else if (sign !== SPACE && sign !== RETURN) return -1
  }
  return code
}

function lineEnd(text: string, from: number): number {
  const end = text.indexOf('\n', from)
  return end < 0 ? text.length : end
}
