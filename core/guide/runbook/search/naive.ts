import type { OrderCode } from '../orderCodes'
import { NO_COST, plus } from '../types'
import type { Change, Cost, LaptopPlace, Move } from '../types'
import type { Ground } from './ground'
import { sheaves } from './moves'
import type { Sheaf } from './moves'
import { isAtOnce, lockedOut } from './take'
import { spentOn } from './times'

/** From top to bottom of the list, each device whole: where that cuts one off, and what goes wrong on the way. */
export interface Naive {
  /** Points of no return are not counted here: `cutOff` says what they come to. */
  cost: Cost
  /** Devices whose page opened from where one began, and does not any more when it is their turn, and why. */
  cutOff: { deviceId: string; why: string; code: OrderCode }[]
  /** What is wrong for a while that never was before; with the mistake of order that it is, where it is one of the catalogue. */
  faults: { afterDeviceId: string; says: string; code: OrderCode | null }[]
}

export function naiveOrder(ground: Ground): Naive {
  const { task } = ground
  const done = new Set<string>(task.done)
  const result: Naive = { cost: NO_COST, cutOff: [], faults: [] }
  const told = new Set<string>()
  let place = task.laptop
  for (const sheaf of inListOrder(ground)) {
    const deviceId = sheaf.pageId ?? sheaf.atIds?.[0] ?? ''
    const changes = sheaf.changes.filter(({ id }) => !done.has(id))
    const before = place
    place = placeFor(ground, done, place, sheaf)
    const why = sheaf.pageId === null ? null : lockedOut(ground, done, sheaf.pageId, changes)
    if (why !== null) result.cutOff.push({ deviceId, why, code: 'ORD-2' })
    const halfWay = why === null ? lockedHalfWay(ground, done, place, sheaf.pageId, changes) : null
    if (halfWay !== null) result.cutOff.push({ deviceId, why: halfWay, code: 'ORD-3' })
    const move: Move = { place, pageId: sheaf.pageId, changeIds: changes.map(({ id }) => id) }
    const { walk, walks, work, sent, away } = spentOn(task, before, move, false)
    const busy = walk + work + sent
    const [outage, exposure] = [busy * ground.cutOff(done), busy * ground.breaks(done).size]
    for (const id of move.changeIds) done.add(id)
    for (const [key, says] of ground.look(done).faults) {
      if (ground.standing.has(key) || told.has(says)) continue
      told.add(says)
      result.faults.push({ afterDeviceId: deviceId, says, code: key.startsWith('ADR-1 ') ? 'ORD-1' : null })
    }
    for (const { says } of ground.breaks(done).values()) {
      if (told.has(says)) continue
      told.add(says)
      result.faults.push({
        afterDeviceId: deviceId,
        says: `${says}, which both plans keep apart.`,
        code: null,
      })
    }
    result.cost = plus(result.cost, {
      exposure,
      noReturns: 0,
      walks,
      outage,
      minutes: walk + work + sent + away,
    })
  }
  return result
}

/** On a page that takes each setting as it is typed: why it is gone before the last of them; null: it stays. */
function lockedHalfWay(
  ground: Ground,
  begun: ReadonlySet<string>,
  place: LaptopPlace,
  pageId: string | null,
  changes: readonly Change[],
): string | null {
  if (pageId === null || !isAtOnce(ground, pageId, changes)) return null
  const done = new Set(begun)
  for (const [i, { id }] of changes.entries()) {
    const left = changes.slice(i)
    const why = i > 0 ? ground.closed(done, place, pageId, left) : null
    if (why !== null) return why
    done.add(id)
  }
  return null
}

/** Where one is, if that will do; else back where one began; else to the device itself. */
function placeFor(
  { closed, task }: Ground,
  done: ReadonlySet<string>,
  here: LaptopPlace,
  { pageId, atIds, changes }: Sheaf,
): LaptopPlace {
  const all = [task.laptop, ...task.places]
  const at = all.filter(({ deviceId }) => deviceId === (pageId ?? atIds?.[0]))
  if (pageId === null) return atIds?.includes(here.deviceId) ? here : (at[0] ?? here)
  const opens = (place: LaptopPlace) => closed(done, place, pageId, changes) === null
  return [here, task.laptop, ...at].find(opens) ?? at.at(-1) ?? here
}

/** Pages and hands in the order of the plan's list of devices. */
function inListOrder(ground: Ground) {
  const order = new Map(
    [...ground.task.target.devices, ...ground.task.present.devices].map(({ id }, i) => [id, i] as const),
  )
  const rank = (id: string | null) => order.get(id ?? '') ?? Number.MAX_SAFE_INTEGER
  return sheaves(ground, new Set(ground.task.done)).sort(
    (a, b) => rank(a.pageId ?? a.atIds?.[0] ?? null) - rank(b.pageId ?? b.atIds?.[0] ?? null),
  )
}
