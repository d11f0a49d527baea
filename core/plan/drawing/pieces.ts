import { LEAST_WALL_M, copyOf, crossing, lengthM } from '..'
import type { AnyRecord, Collection, Edit, Id, Point, Site } from '..'

/** Lists of the plan that lie on the ground. */
export const DRAWN = [
  'areas',
  'walls',
  'obstacles',
  'buildings',
  'keepOuts',
  'risers',
  'cableRoutes',
  'devices',
  'underlays',
] as const
export type Drawn = (typeof DRAWN)[number]

export interface PieceRef {
  collection: Drawn
  id: Id
}

export const sameRef = (a: PieceRef, b: PieceRef): boolean => a.collection === b.collection && a.id === b.id

type Shape = Point[]

/** The corners of a piece that can be taken hold of; empty where it has no place yet. */
export function cornersOf(site: Site, { collection, id }: PieceRef): Shape {
  const record = (site[collection] as { id: Id }[]).find((one) => one.id === id)
  return record ? shapeOf(record as Loose) : []
}

/** What of the drawn records matters here. */
interface Loose {
  id: Id
  outline?: Point[]
  points?: (Point | { levelId: Id; at: Point })[]
  at?: Point
  position?: { at: Point } | null
}

const isPoint = (point: Point | { at: Point }): point is Point => Array.isArray(point)

function shapeOf(record: Loose): Shape {
  if (record.outline) return record.outline
  if (record.points) return record.points.map((point) => (isPoint(point) ? point : point.at))
  if (record.at) return [record.at]
  return record.position ? [record.position.at] : []
}

/** A record with each of its points moved. Rounded to millimetres, so that moving there and back changes nothing. */
function moved(record: Loose, move: (point: Point, index: number) => Point): Loose {
  const to = (point: Point, i: number): Point => {
    const [x, y] = move(point, i)
    return [Math.round(x * 1000) / 1000, Math.round(y * 1000) / 1000]
  }
  if (record.outline) return { ...record, outline: record.outline.map(to) }
  if (record.points)
    return {
      ...record,
      points: record.points.map((point, i) =>
        isPoint(point) ? to(point, i) : { ...point, at: to(point.at, i) },
      ),
    }
  if (record.at) return { ...record, at: to(record.at, 0) }
  return record.position
    ? { ...record, position: { ...record.position, at: to(record.position.at, 0) } }
    : record
}

const recordOf = (site: Site, { collection, id }: PieceRef): Loose | undefined =>
  (site[collection] as Loose[]).find((one) => one.id === id)

const put = (collection: Collection, record: Loose): Edit => ({
  op: 'put',
  collection,
  record: record as unknown as AnyRecord,
})

/** Edits that shift pieces together. Locked access points stay. */
export function shifted(site: Site, refs: readonly PieceRef[], [dx, dy]: Point): Edit[] {
  return refs.flatMap((ref) => {
    const record = recordOf(site, ref)
    if (!record || shapeOf(record).length === 0 || isLocked(site, ref)) return []
    return [
      put(
        ref.collection,
        moved(record, ([x, y]) => [x + dx, y + dy]),
      ),
    ]
  })
}

export const isLocked = (site: Site, { collection, id }: PieceRef): boolean =>
  collection === 'devices' && site.devices.find((device) => device.id === id)?.position?.locked === true

/** Edits that move one corner. */
export function cornerMoved(site: Site, ref: PieceRef, corner: number, to: Point): Edit[] {
  const record = recordOf(site, ref)
  if (!record || isLocked(site, ref)) return []
  return [
    put(
      ref.collection,
      moved(record, (point, i) => (i === corner ? to : point)),
    ),
  ]
}

/** Copies a little to the side, with ids of their own. Devices are no drawing: they are not copied. */
export function copied(
  site: Site,
  refs: readonly PieceRef[],
  offset: Point,
  newId: () => Id,
): { edits: Edit[]; refs: PieceRef[] } {
  const made = refs.flatMap((ref) => {
    const record = recordOf(site, ref)
    if (!record || ref.collection === 'devices') return []
    const id = newId()
    const aside = moved(record, ([x, y]) => [x + offset[0], y + offset[1]])
    const copy = copyOf(ref.collection, aside, id)
    return [{ edit: put(ref.collection, copy), ref: { collection: ref.collection, id } }]
  })
  return { edits: made.map(({ edit }) => edit), refs: made.map(({ ref }) => ref) }
}

/** Edits that take pieces off the ground: areas and devices stay in the plan and lose their place only. */
export function removed(site: Site, refs: readonly PieceRef[]): Edit[] {
  return refs.flatMap((ref): Edit[] => {
    const { collection, id } = ref
    if (collection === 'devices') {
      const device = site.devices.find((one) => one.id === id)
      return device ? [{ op: 'put', collection, record: { ...device, position: null } }] : []
    }
    if (collection === 'areas') {
      const area = site.areas.find((one) => one.id === id)
      return area ? [{ op: 'put', collection, record: { ...area, levelId: null, outline: [] } }] : []
    }
    return [{ op: 'remove', collection, id }]
  })
}

/** Why a line that was just drawn cannot be kept, or null. */
export function drawnProblem(points: readonly Point[], closed: boolean): string | null {
  if (!closed)
    return lengthM(points) < LEAST_WALL_M
      ? 'That line has no length: set two points apart from each other.'
      : null
  if (points.length < 3) return 'An outline needs at least three corners.'
  return crossing(points) ? 'That outline crosses itself. Set its corners so that no two edges meet.' : null
}
