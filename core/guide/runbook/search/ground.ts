import { deviceOf } from '../../../plan'
import type { Id } from '../../../plan'
import { pageWay, controllerWay } from '../state/laptop'
import { lookAt } from '../state/look'
import type { Look } from '../state/look'
import { cutOffIn, watchedBy } from '../state/outage'
import type { Watched } from '../state/outage'
import { stateMaker } from '../state/siteAt'
import type { Change, LaptopPlace, Task } from '../types'

/** All that a search asks about a task, each state looked at once. */
export interface Ground {
  task: Task
  byId: ReadonlyMap<string, Change>
  watched: readonly Watched[]
  /** All changes done. */
  everything: ReadonlySet<string>
  /** What is wrong already: that may stay until it is mended. */
  standing: ReadonlySet<string>
  look: (done: ReadonlySet<string>, darkId?: Id | null) => Look
  cutOff: (done: ReadonlySet<string>, darkId?: Id | null) => number
  /** What is newly wrong in a state, in words. */
  faults: (done: ReadonlySet<string>) => string[]
  /** Why changes cannot be typed in on a page from a place now, or null: they can. */
  closed: (
    done: ReadonlySet<string>,
    place: LaptopPlace,
    pageId: Id,
    changes: readonly Change[],
  ) => string | null
  states: () => number
}

interface Known {
  look: Look
  cutOff: number | null
  faults: string[] | null
  closed: Map<string, string | null>
}

export const stateKey = (done: ReadonlySet<string>): string => [...done].sort().join(' ')

export function groundOf(task: Task): Ground {
  const { siteAt } = stateMaker(task)
  const known = new Map<string, Known>()
  const knownAt = (done: ReadonlySet<string>, darkId: Id | null): Known => {
    const key = `${darkId ?? ''} ${stateKey(done)}`
    const made = known.get(key) ?? {
      look: lookAt(siteAt(done), darkId),
      cutOff: null,
      faults: null,
      closed: new Map(),
    }
    known.set(key, made)
    return made
  }
  const look: Ground['look'] = (done, darkId = null) => knownAt(done, darkId).look
  const everything = new Set(task.changes.map(({ id }) => id))
  const [before, after] = [look(new Set(task.done)), look(everything)]
  const watched = watchedBy(before, after)
  const standing = new Set(before.faults.keys())
  return {
    task,
    byId: new Map(task.changes.map((change) => [change.id, change])),
    everything,
    watched,
    standing,
    look,
    cutOff: (done, darkId = null) => {
      const at = knownAt(done, darkId)
      at.cutOff ??= cutOffIn(at.look, watched)
      return at.cutOff
    },
    faults: (done) => {
      const at = knownAt(done, null)
      at.faults ??= [...at.look.faults].flatMap(([key, says]) => (standing.has(key) ? [] : [says]))
      return at.faults
    },
    closed: (done, place, pageId, changes) => {
      const { closed, look: at } = knownAt(done, null)
      const key = `${place.id} ${pageId} ${changes.map(({ deviceId }) => deviceId).join(' ')}`
      const before = closed.get(key)
      if (before !== undefined) return before
      const why = whyClosed(at, place, pageId, changes)
      closed.set(key, why)
      return why
    },
    states: () => known.size,
  }
}

function whyClosed(look: Look, place: LaptopPlace, pageId: Id, changes: readonly Change[]): string | null {
  const controller = deviceOf(look.site, pageId)
  const page =
    controller?.controller?.form === 'hosted' ? ({ ok: true } as const) : pageWay(look, place, pageId)
  if (!page.ok) return page.why
  for (const { deviceId } of changes) {
    const way = deviceId === pageId ? page : controllerWay(look, pageId, deviceId)
    if (!way.ok) return way.why
  }
  return null
}
