import { sameAim } from '../../../plan'
import { deviceOf } from '../../../plan'
import type { Id, Link, Requirement, Site } from '../../../plan'
import type { Meeting, Met } from '../state/apart'
import { pageWay, controllerWay } from '../state/laptop'
import { lookAt } from '../state/look'
import type { Look } from '../state/look'
import { meantBy } from '../state/meant'
import { cutOffIn, watchedBy } from '../state/outage'
import type { Watched } from '../state/outage'
import { stateMaker } from '../state/siteAt'
import type { Change, LaptopPlace, Task } from '../types'

/** What is otherwise for a while: devices that restart, cables that are out. */
export interface Meanwhile {
  darkIds?: readonly Id[]
  outIds?: readonly Id[]
}

/** All that a search asks about a task, each state looked at once. */
export interface Ground {
  task: Task
  byId: ReadonlyMap<string, Change>
  watched: readonly Watched[]
  /** All changes done. */
  everything: ReadonlySet<string>
  /** What is wrong already: that may stay until it is mended. */
  standing: ReadonlySet<string>
  /** Whether a state may be passed in which networks meet that are kept apart before and after: only where there is no other way. */
  allowsBreaks: boolean
  look: (done: ReadonlySet<string>, meanwhile?: Meanwhile) => Look
  cutOff: (done: ReadonlySet<string>, meanwhile?: Meanwhile) => number
  /** What is newly wrong in a state, in words. */
  faults: (done: ReadonlySet<string>) => string[]
  /** Networks that meet in a state and are kept apart before and after, by key. */
  breaks: (done: ReadonlySet<string>) => ReadonlyMap<string, Met>
  /** One of them; null: there is none. */
  firstBreak: (done: ReadonlySet<string>) => Met | null
  /** What the present keeps apart by a requirement and the target lets together: by key. */
  opened: (done: ReadonlySet<string>) => ReadonlyMap<string, Met>
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
  breaks: ReadonlyMap<string, Met> | null
  closed: Map<string, string | null>
}

const keys = new WeakMap<ReadonlySet<string>, { size: number; key: string }>()

/** What is done, as one word, kept by the set; a set of what is done may grow, but nothing is taken out of it. */
export function stateKey(done: ReadonlySet<string>): string {
  const kept = keys.get(done)
  if (kept?.size === done.size) return kept.key
  const key = [...done].sort().join(' ')
  keys.set(done, { size: done.size, key })
  return key
}

export function groundOf(task: Task): Ground {
  const { siteAt } = stateMaker(task)
  const meantAt = meantBy(task.present, task.target)
  const known = new Map<string, Known>()
  const knownAt = (done: ReadonlySet<string>, { darkIds = [], outIds = [] }: Meanwhile): Known => {
    const key = `${darkIds.join()}|${outIds.join()}|${stateKey(done)}`
    const made = known.get(key) ?? {
      look: lookAt(withoutCables(siteAt(done), outIds), darkIds, meantAt),
      cutOff: null,
      faults: null,
      breaks: null,
      closed: new Map(),
    }
    known.set(key, made)
    return made
  }
  const look: Ground['look'] = (done, meanwhile = {}) => knownAt(done, meanwhile).look
  const everything = new Set(task.changes.map(({ id }) => id))
  const [before, after] = [look(new Set(task.done)), look(everything)]
  const requirements = requirementsOf(task)
  const watched = watchedBy(before, after, requirements)
  const standing = new Set(before.faults.keys())
  const present = task.done.length === 0 ? before : look(new Set())
  const isKept = new Set(
    [present, before, after].flatMap((one) => [...one.shared.keys(), ...one.reached.keys()]),
  )
  const fresh = (meeting: Meeting) => [...meeting].filter(([key]) => !isKept.has(key))
  const promised = new Set(
    task.present.requirements.flatMap((one) =>
      one.strength === 'mustNot' ? [`reach ${one.fromNetworkId} ${goalOf(one)}`] : [],
    ),
  )
  return {
    task,
    byId: new Map(task.changes.map((change) => [change.id, change])),
    everything,
    watched,
    standing,
    allowsBreaks: false,
    look,
    cutOff: (done, meanwhile = {}) => {
      const at = knownAt(done, meanwhile)
      at.cutOff ??= cutOffIn(at.look, watched)
      return at.cutOff
    },
    faults: (done) => {
      const at = knownAt(done, {})
      at.faults ??= [...at.look.faults].flatMap(([key, says]) => (standing.has(key) ? [] : [says]))
      return at.faults
    },
    breaks: (done) => {
      const at = knownAt(done, {})
      at.breaks ??= new Map([...fresh(at.look.shared), ...fresh(at.look.reached)])
      return at.breaks
    },
    firstBreak: (done) => {
      const at = knownAt(done, {})
      if (at.breaks) return at.breaks.values().next().value ?? null
      // Who shares a segment is soon told; who gets to whom is not.
      return fresh(at.look.shared)[0]?.[1] ?? fresh(at.look.reached)[0]?.[1] ?? null
    },
    opened: (done) =>
      new Map([...look(done).reached].filter(([key]) => promised.has(key) && !present.reached.has(key))),
    closed: (done, place, pageId, changes) => {
      const { closed, look: at } = knownAt(done, {})
      const key = `${place.id} ${pageId} ${changes.map(({ deviceId }) => deviceId).join(' ')}`
      const before = closed.get(key)
      if (before !== undefined) return before
      const why = whyClosed(task, at, place, pageId, changes)
      closed.set(key, why)
      return why
    },
    states: () => known.size,
  }
}

/** The same ground, on which networks may meet for a while where nothing else leads on. */
export const withBreaks = (ground: Ground): Ground => ({ ...ground, allowsBreaks: true })

const withoutCables = (site: Site, ids: readonly Id[]): Site =>
  ids.length === 0 ? site : { ...site, links: site.links.filter(({ id }: Link) => !ids.includes(id)) }

/** What is asked for by the target, and by the present besides. */
function requirementsOf({ present, target }: Task): Requirement[] {
  const more = present.requirements.filter(
    (one) =>
      !target.requirements.some(
        ({ fromNetworkId, to }) => fromNetworkId === one.fromNetworkId && sameAim(to, one.to),
      ),
  )
  return [...target.requirements, ...more]
}

const goalOf = ({ to }: Requirement): string =>
  to === 'internet' ? 'internet' : 'networkId' in to ? to.networkId : `router:${to.deviceId}`

function whyClosed(
  { present, target }: Task,
  look: Look,
  place: LaptopPlace,
  pageId: Id,
  changes: readonly Change[],
): string | null {
  const controller = deviceOf(look.site, pageId)
  const page =
    controller?.controller?.form === 'hosted'
      ? ({ ok: true } as const)
      : pageWay(look, place, pageId, [present, target])
  if (!page.ok) return page.why
  for (const { deviceId, via } of changes) {
    const way = deviceId === pageId || via === 'server' ? page : controllerWay(look, pageId, deviceId)
    if (!way.ok) return way.why
  }
  return null
}
