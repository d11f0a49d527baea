import { deviceOf } from '../../../plan'
import type { Id, Site } from '../../../plan'
import { groundOf } from '../search/ground'
import type { Ground } from '../search/ground'
import { take } from '../search/take'
import { MINUTES, spentOn } from '../search/times'
import type { Outcome } from '../../../lib/outcome'
import type { Runbook } from '../runbook'
import type { Move } from '../types'
import { scheduled } from './plan'
import type { Job, Plan } from './plan'
import { aroundQuiet, effectOrder } from './quiet'
import type { Down, QuietHours } from './quiet'

export type Crew = 1 | 2 | 3

export interface Schedule {
  crew: Crew
  plan: Plan
  /** When somebody is cut off on the way. */
  downs: Down[]
  /** The steps one after the other, with what is down then. */
  serial: { plan: Plan; downs: Down[] }
  /** Steps that may be done in another order than the runbook's: proven by the twin. False: there are too many to try, they stay in order. */
  isFree: boolean
}

/** Pairs of so many steps are tried in the other order; more stay in the runbook's. */
const MOST_TRIED = 20

/** On foot. Common practice, no source. */
const METRES_PER_MIN = 60

interface Prepared {
  ground: Ground
  moves: Move[]
  /** Null: there are too many to try. */
  waits: number[][] | null
}

const known = new WeakMap<Runbook, Prepared>()

/** What every crew's schedule begins with, worked out once. */
function preparedOf(runbook: Runbook): Prepared {
  const before = known.get(runbook)
  if (before) return before
  const ground = groundOf(runbook.task)
  const moves = runbook.steps.map(({ place, pageId, changes }): Move => ({
    place,
    pageId,
    changeIds: changes.map(({ id }) => id),
  }))
  const made = { ground, moves, waits: moves.length <= MOST_TRIED ? waitsOf(ground, moves) : null }
  known.set(runbook, made)
  return made
}

/** Who does which step when: waits overlapped, walks by the ground's distances, ladders by two. */
export function scheduleOf(runbook: Runbook, crew: Crew): Schedule {
  const { ground, moves, waits } = preparedOf(runbook)
  const travel = travelIn(runbook.task.target)
  const start = runbook.task.laptop.deviceId
  const inOrder = moves.map((_move, i) => (i === 0 ? [] : [i - 1]))
  const one = scheduled(jobsOf(ground, moves, inOrder), crew, start, travel)
  const serial = { plan: one, downs: downsIn(ground, moves, one) }
  if (waits) {
    const plan = scheduled(jobsOf(ground, moves, waits), crew, start, travel)
    if (isSafe(ground, moves, plan))
      return { crew, plan, downs: downsIn(ground, moves, plan), serial, isFree: true }
  }
  return { crew, ...serial, serial, isFree: false }
}

/**
 * The schedule with what cuts somebody off put outside the quiet hours. Where waiting would change the order in which the steps take
 * effect, they are done one after the other. `startsAtMin`: minute of the day.
 */
export function keepingQuiet(
  { plan, downs, serial }: Schedule,
  quiet: QuietHours,
  startsAtMin: number,
): Outcome<Plan> {
  const moved = aroundQuiet(plan, downs, quiet, startsAtMin)
  return moved.ok && effectOrder(moved.value).join() === effectOrder(plan).join()
    ? moved
    : aroundQuiet(serial.plan, serial.downs, quiet, startsAtMin)
}

/** From the moment at which a step that cuts somebody off is begun, to the one at which nobody is any more. */
function downsIn(ground: Ground, moves: readonly Move[], plan: Plan): Down[] {
  const downs: Down[] = []
  const done = new Set(ground.task.done)
  let open: Down | null = null
  for (const id of effectOrder(plan)) {
    const [move, shift] = [moves[id], plan.shifts.find((one) => one.id === id)]
    if (!move || !shift) continue
    for (const change of move.changeIds) done.add(change)
    const { awayId } = spentOn(ground.task, move.place, move, false)
    const isAfter = ground.cutOff(done) > 0
    if (isAfter || open || (awayId !== null && ground.cutOff(done, { darkIds: [awayId] }) > 0)) {
      const { fromMin, ids }: Down = open ?? { fromMin: shift.startMin, toMin: 0, ids: [] }
      open = { fromMin: Math.min(fromMin, shift.startMin), toMin: shift.endMin, ids: [...ids, id] }
    }
    if (isAfter || !open) continue
    downs.push(open)
    open = null
  }
  return open ? [...downs, open] : downs
}

function jobsOf({ task }: Ground, moves: readonly Move[], after: readonly number[][]): Job[] {
  return moves.map((move, id): Job => {
    const { work, sent, away } = spentOn(task, move.place, move, false)
    return {
      id,
      workMin: work,
      waitMin: away + sent,
      placeId: move.place.deviceId,
      people: move.place.effort > 1 ? 2 : 1,
      after: after[id] ?? [],
    }
  })
}

/** Which steps each has to wait for: those before it that it cannot be swapped with. */
function waitsOf(ground: Ground, moves: readonly Move[]): number[][] {
  const before: Set<string>[] = []
  const done = new Set(ground.task.done)
  for (const { changeIds } of moves) {
    before.push(new Set(done))
    for (const id of changeIds) done.add(id)
  }
  return moves.map((later, j) =>
    moves
      .slice(0, j)
      .flatMap((earlier, i) => (isSwappable(ground, before[i] ?? done, earlier, later) ? [] : [i])),
  )
}

/** Both orders are safe, and neither cuts anybody off for it. */
function isSwappable(ground: Ground, done: ReadonlySet<string>, earlier: Move, later: Move): boolean {
  const begin = { done, place: later.place, openId: null }
  const first = take(ground, begin, later)
  if (!first.ok || first.cost.noReturns > 0) return false
  const second = take(ground, { ...first.standing, place: earlier.place }, earlier)
  return (
    second.ok &&
    second.cost.noReturns === 0 &&
    ground.cutOff(first.standing.done) <= ground.cutOff(done) + 1e-9
  )
}

/** The steps in the order in which they take effect, each taken by the twin once more. */
function isSafe(ground: Ground, moves: readonly Move[], { shifts }: Plan): boolean {
  let done: ReadonlySet<string> = new Set(ground.task.done)
  for (const { id } of [...shifts].sort((a, b) => a.endMin - b.endMin || a.id - b.id)) {
    const move = moves[id]
    const taken = move && take(ground, { done, place: move.place, openId: null }, move)
    if (!taken?.ok) return false
    done = taken.standing.done
  }
  return true
}

/** As far as it is on the ground where both are drawn, else as long as a walk usually takes. */
const travelIn =
  (site: Site) =>
  (from: Id, to: Id): number => {
    if (from === to) return 0
    const [a, b] = [from, to].map((id) => deviceOf(site, id)?.position ?? null)
    if (!a || !b) return MINUTES.walk
    return 1 + Math.hypot(a.at[0] - b.at[0], a.at[1] - b.at[1]) / METRES_PER_MIN
  }
