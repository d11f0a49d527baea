import type { Path } from '../lib/outcome'
import { REFERENCES } from './references'
import type { Reference, WhenGone } from './references'
import type { AnyRecord, Collection, Id } from './types'

interface Step {
  key: string
  isList: boolean
}

/** A row of the table, ready to be walked. */
export interface Row extends Reference {
  from: Collection
  way: readonly Step[]
  /** The step at which letting go stops; -1: the record goes. */
  stop: number
}

const stepOf = (text: string): Step => ({ key: text.replace('[]', ''), isList: text.endsWith('[]') })

function stopOf(way: readonly Step[], gone: WhenGone): number {
  if (gone === 'record') return -1
  if (gone === 'clear') return way.length - 1
  if (gone === 'entry') return way.findLastIndex(({ isList }) => isList)
  return way.findIndex(({ key }) => key === gone.part)
}

const ROWS: readonly Row[] = Object.entries(REFERENCES).map(([path, reference]) => {
  const [from, ...steps] = path.split('.')
  const way = steps.map(stepOf)
  return { ...reference, from: from as Collection, way, stop: stopOf(way, reference.gone) }
})

const by = (key: 'from' | 'to'): ReadonlyMap<Collection, Row[]> => {
  const map = new Map<Collection, Row[]>()
  for (const row of ROWS) map.set(row[key], [...(map.get(row[key]) ?? []), row])
  return map
}
const FROM = by('from')
const TO = by('to')

export const rowsFrom = (collection: Collection): readonly Row[] => FROM.get(collection) ?? []
export const rowsTo = (collection: Collection): readonly Row[] => TO.get(collection) ?? []

export interface Named {
  to: Collection
  id: Id
  path: Path
}

/** Every record that a record names, with the path to where it does. */
export function namedIn(collection: Collection, record: AnyRecord): Named[] {
  const found: Named[] = []
  for (const { to, way } of rowsFrom(collection))
    visit(record, way, 0, [], (id, path) => found.push({ to, id, path }))
  return found
}

function visit(
  value: unknown,
  way: readonly Step[],
  at: number,
  path: Path,
  each: (id: Id, path: Path) => void,
): void {
  if (typeof value === 'string' && at === way.length) return each(value, path)
  if (typeof value !== 'object' || value === null) return
  const step = way[at]
  if (!step) return
  const inner = (value as Record<string, unknown>)[step.key]
  if (!step.isList) return visit(inner, way, at + 1, [...path, step.key], each)
  if (Array.isArray(inner)) inner.forEach((one, i) => visit(one, way, at + 1, [...path, step.key, i], each))
}

const GONE = Symbol('gone')

/** The record with its references of one row as `name` gives them; null: the record goes with one that is named no more. */
export function renamedIn<R extends { id: Id }>(row: Row, record: R, name: (id: Id) => Id | null): R | null {
  const after = rename(record, row, 0, name)
  if (after === GONE) return null
  if (after === record) return record
  const { least } = row
  const changed = { ...(after as R), ...row.also }
  const list = least ? (changed as unknown as Record<string, unknown[]>)[least.list] : undefined
  return least && list && list.length < least.entries ? null : changed
}

function rename(value: unknown, row: Row, at: number, name: (id: Id) => Id | null): unknown {
  if (at === row.way.length) return typeof value === 'string' ? (name(value) ?? GONE) : value
  if (typeof value !== 'object' || value === null) return value
  const { key, isList } = row.way[at] as Step
  const before = (value as Record<string, unknown>)[key]
  if (isList && !Array.isArray(before)) return value
  const after = isList ? entries(before as unknown[], row, at, name) : rename(before, row, at + 1, name)
  if (after === before) return value
  if (after !== GONE) return { ...value, [key]: after }
  return at === row.stop ? { ...value, [key]: null } : GONE
}

function entries(before: unknown[], row: Row, at: number, name: (id: Id) => Id | null): unknown {
  const after = before.map((one) => rename(one, row, at + 1, name))
  if (after.every((one, i) => one === before[i])) return before
  if (at === row.stop) return after.filter((one) => one !== GONE)
  return after.includes(GONE) ? GONE : after
}
