import type { Change, LaptopPlace, Move } from '../types'
import type { Ground } from './ground'
import { isAtOnce } from './take'
import type { Standing } from './take'

/** Changes that can be done in one go: on one page, or by the hands at one device. */
export interface Sheaf {
  pageId: string | null
  /** Devices where hands have to be, at any of which the laptop may be; null for a page. */
  atIds: readonly string[] | null
  changes: Change[]
}

/** What is still to be done, page by page and place by place. */
export function sheaves(ground: Ground, done: ReadonlySet<string>): Sheaf[] {
  const all = new Map<string, Sheaf>()
  for (const change of ground.task.changes) {
    if (done.has(change.id)) continue
    const { pageId } = change
    const atIds = pageId === null ? change.hands.map(({ deviceId }) => deviceId) : null
    const key = pageId ?? `hands ${atIds?.join(' ') ?? ''}`
    const sheaf = all.get(key) ?? { pageId, atIds, changes: [] }
    sheaf.changes.push(change)
    all.set(key, sheaf)
  }
  return [...all.values()]
}

/** Sets of changes that may be taken together: of a page that takes each alone, and of hands, one at a time. */
export function* portions(ground: Ground, { pageId, changes }: Sheaf): Generator<Change[]> {
  if (pageId === null || isAtOnce(ground, pageId, changes)) {
    for (const change of changes) yield [change]
    return
  }
  for (let mask = (1 << changes.length) - 1; mask > 0; mask--)
    yield changes.filter((_change, i) => (mask >> i) & 1)
}

/** Places from which a sheaf can be done: hands only at a device that they are needed at, a console only for its own device. */
export const placesFor = ({ task }: Ground, { atIds, pageId }: Sheaf, here: LaptopPlace): LaptopPlace[] => {
  const all = [here, ...[task.laptop, ...task.places].filter(({ id }) => id !== here.id)]
  return atIds === null
    ? all.filter(({ port, deviceId }) => port !== null || deviceId === pageId)
    : all.filter(({ deviceId }) => atIds.includes(deviceId))
}

/** Every move from a standing. */
export function* movesFrom(ground: Ground, standing: Standing): Generator<Move> {
  for (const sheaf of sheaves(ground, standing.done))
    for (const place of placesFor(ground, sheaf, standing.place))
      for (const portion of portions(ground, sheaf))
        yield { place, pageId: sheaf.pageId, changeIds: portion.map(({ id }) => id) }
}
