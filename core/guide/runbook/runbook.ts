import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'
import { deviceOf } from '../../plan'
import type { LinkEnd, Site } from '../../plan'
import { changesBetween } from './changes/changesBetween'
import { beginOf, bestOrder } from './search/exact'
import type { Order, Stopped } from './search/exact'
import { goodOrder } from './search/good'
import { groundOf } from './search/ground'
import type { Ground } from './search/ground'
import { whatHelps } from './search/helps'
import { naiveOrder } from './search/naive'
import type { Naive } from './search/naive'
import { lockedOut, lossOf, take } from './search/take'
import type { Loss, Standing } from './search/take'
import { spentOn } from './search/times'
import { homePlace, pageWay, placeAt } from './state/laptop'
import { cutOff } from './state/outage'
import { requirementWords } from './state/look'
import { NO_COST, plus } from './types'
import type { Change, Cost, LaptopPlace, Move, Task } from './types'

/** Up to so many changes every order is weighed. */
const MOST_FOR_BEST = 10

/** A runbook that was found before, read again: its steps as they were, and nothing searched. */
export function runbookAgain(task: Task, steps: readonly Move[], isBest: boolean): Runbook {
  const ground = groundOf(task)
  const told = stepsOf(ground, steps)
  return {
    task,
    steps: told,
    stopped: null,
    helps: [],
    cost: told.reduce((sum, { cost }) => plus(sum, cost), NO_COST),
    lockedOut: lockedOutIn(ground, told),
    isBest,
    naive: naiveOrder(ground),
    states: ground.states(),
  }
}

/** One step as it is done: where, on whose page, what is set, and what happens. */
export interface RunbookStep {
  place: LaptopPlace
  /** Whether one has to go there first. */
  walk: boolean
  pageId: string | null
  /** The address at which the page opens before the step; null: no page, or by DHCP at a hosted controller. */
  address: string | null
  /** How the laptop gets there: an address of its own in that subnet, or one by DHCP and the router. */
  laptop: 'own' | 'dhcp' | null
  changes: Change[]
  /** Requirements whose clients are cut off once it is done, and how many clients. */
  interrupts: { says: string; clients: number }[]
  /** Whether the page still opens afterwards from where one is. */
  loss: Loss
  /** It restarts, or a controller sends it round: its cable and its power stay as they are until it is back. */
  leave: boolean
  cost: Cost
}

export interface Runbook {
  task: Task
  steps: RunbookStep[]
  /** null: an order was found. */
  stopped: Stopped[] | null
  /** Where none was found: what would make it safe. */
  helps: string[]
  cost: Cost | null
  /** Steps whose page opened from where one began, and does not any more. */
  lockedOut: number
  /** No order is better; else every step is proven, and a better order may be. */
  isBest: boolean
  naive: Naive
  /** States that were looked at. */
  states: number
}

/** Nothing is there yet: all of it is in its cartons. */
export const inCartons = (target: Site): Site => ({ ...target, devices: [], links: [] })

/** What is to be done from a present to a target, with the laptop in a socket; `done`: changes that are made already. */
export function taskOf(
  present: Site,
  target: Site,
  laptop: LinkEnd,
  done: readonly string[] = [],
): Outcome<Task> {
  // While everything is in its carton, the laptop waits where it is to be plugged in.
  const isEmpty = present.devices.length === 0
  const device = deviceOf(isEmpty ? target : present, laptop.deviceId)
  if (!device?.ports.some(({ number }) => number === laptop.port))
    return bad({
      path: ['laptop'],
      code: 'runbook.laptop',
      message: `The laptop’s place “${laptop.deviceId} ${laptop.port}” is no socket of what is there now. Give a device and one of its ports.`,
    })
  if (!isEmpty && !present.devices.some(({ id }) => deviceOf(target, id)))
    return bad({
      path: ['target'],
      code: 'runbook.sites',
      message: `“${present.name}” and “${target.name}” have no device in common: they are plans of different sites. Give two plans of one.`,
    })
  const changes = changesBetween(present, target)
  const ids = new Set(changes.flatMap(({ deviceId, pageId }) => [deviceId, pageId ?? deviceId]))
  const places = [...target.devices, ...present.devices.filter(({ id }) => !deviceOf(target, id))]
    .filter(({ id }) => ids.has(id) && id !== laptop.deviceId)
    .map((one) => placeAt(present, target, one))
  return good({
    present,
    target,
    changes,
    done: done.filter((id) => changes.some((change) => change.id === id)),
    laptop: homePlace(laptop.deviceId, laptop.port),
    places,
  })
}

/** The order: the best there is for a few changes, a good one for many; each step proven by the twin. */
export function runbookOf(task: Task): Runbook {
  const ground = groundOf(task)
  const order: Order =
    task.changes.length - task.done.length <= MOST_FOR_BEST ? bestOrder(ground) : goodOrder(ground)
  const steps = stepsOf(ground, order.moves)
  return {
    task,
    steps,
    lockedOut: lockedOutIn(ground, steps),
    stopped: order.ok ? null : order.stopped,
    helps: order.ok ? [] : whatHelps(ground, standingAfter(ground, order.moves), order.stopped),
    cost: order.ok ? order.cost : null,
    isBest: order.ok && order.isBest,
    naive: naiveOrder(ground),
    states: ground.states(),
  }
}

function lockedOutIn(ground: Ground, steps: readonly RunbookStep[]): number {
  const done = new Set(ground.task.done)
  let count = 0
  for (const { pageId, changes } of steps) {
    if (pageId !== null && lockedOut(ground, done, pageId, changes) !== null) count++
    for (const { id } of changes) done.add(id)
  }
  return count
}

/** Where one stands when these are done. */
function standingAfter(ground: Ground, moves: readonly Move[]): Standing {
  return moves.reduce((standing, move) => {
    const taken = take(ground, standing, move)
    return taken.ok ? taken.standing : standing
  }, beginOf(ground))
}

function stepsOf(ground: Ground, moves: readonly Move[]): RunbookStep[] {
  const steps: RunbookStep[] = []
  let standing = beginOf(ground)
  for (const move of moves) {
    const taken = take(ground, standing, move)
    if (!taken.ok) throw new Error(`A move of a found order is not safe: ${taken.why}`)
    const step = stepOf(ground, standing, move, taken.cost)
    const last = steps.at(-1)
    if (last && goesOn(last, step)) steps[steps.length - 1] = joinedSteps(last, step)
    else steps.push(step)
    standing = taken.standing
  }
  return steps
}

/** On a device's own page that stays open, one setting after the other is one step. */
const goesOn = (last: RunbookStep, next: RunbookStep): boolean =>
  next.pageId !== null &&
  next.changes.every(({ deviceId }) => deviceId === next.pageId) &&
  last.pageId === next.pageId &&
  last.place.id === next.place.id &&
  last.loss === 'none'

const joinedSteps = (last: RunbookStep, next: RunbookStep): RunbookStep => ({
  ...next,
  walk: last.walk,
  address: last.address,
  laptop: last.laptop,
  changes: [...last.changes, ...next.changes],
  leave: last.leave || next.leave,
  cost: plus(last.cost, next.cost),
})

function stepOf(ground: Ground, { done, place }: Standing, move: Move, cost: Cost): RunbookStep {
  const before = ground.look(done)
  const after = new Set([...done, ...move.changeIds])
  const look = ground.look(after)
  const spent = spentOn(ground.task, place, move, false)
  const way = move.pageId === null ? null : pageWay(before, move.place, move.pageId)
  return {
    place: move.place,
    walk: place.deviceId !== move.place.deviceId,
    pageId: move.pageId,
    address: deviceOf(before.site, move.pageId)?.management.ip ?? null,
    laptop: way?.ok ? way.address : null,
    changes: move.changeIds.flatMap((id) => ground.byId.get(id) ?? []),
    interrupts: ground.watched.flatMap((one) => {
      const clients = cutOff(look, one)
      return clients > 0 ? [{ says: requirementWords(look.site, one.requirement), clients }] : []
    }),
    loss: lossOf(ground, after, move),
    leave: spent.away + spent.sent > 0,
    cost,
  }
}
