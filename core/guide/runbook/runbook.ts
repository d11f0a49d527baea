import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'
import { contains, subnetAround } from '../../network/addressing'
import type { LaptopSetting } from '../../network/discovery'
import { hostOfDevice } from '../../network/layer3'
import { deviceOf, networkOf } from '../../plan'
import type { LinkEnd, Requirement, Site } from '../../plan'
import { changesBetween } from './changes/changesBetween'
import { beginOf } from './search/exact'
import type { Stopped } from './search/exact'
import { groundOf, withBreaks } from './search/ground'
import type { Ground } from './search/ground'
import { whatHelps } from './search/helps'
import { naiveOrder } from './search/naive'
import { orderFor } from './search/order'
import type { Naive } from './search/naive'
import { lockedOut, lossOf, outOf, take, wokenBy } from './search/take'
import type { Loss, Standing } from './search/take'
import { spentOn } from './search/times'
import { homePlace, pageWay, placesAt } from './state/laptop'
import { cutOff } from './state/outage'
import type { Met } from './state/apart'
import { requirementWords } from './state/look'
import type { Look } from './state/look'
import { NO_COST, plus } from './types'
import type { Change, Cost, LaptopPlace, Move, Task } from './types'

/** A runbook that was found before, read again: its steps as they were, and nothing searched. */
export function runbookAgain(task: Task, steps: readonly Move[], isBest: boolean): Runbook {
  const ground = withBreaks(groundOf(task))
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
  /** Whether one has to go there first; `moved`: whether the laptop goes to another socket, there or here. */
  walk: boolean
  moved: boolean
  pageId: string | null
  /** The address at which the page opens before the step; null: no page, its console, or a hosted controller. */
  address: string | null
  /** How the laptop has its address in that socket; null: no page, or its console. */
  laptop: LaptopSetting | null
  changes: Change[]
  /** Requirements whose clients are cut off once it is done, how many clients, and for about how long. */
  interrupts: { requirement: Requirement; says: string; clients: number; minutes: number }[]
  /** Networks that get together at this step, though both plans keep them apart, whom it concerns, and for about how long. */
  breaks: (Met & { clients: number; minutes: number })[]
  /** What the present keeps apart and the target does not, from this step on. */
  opens: string[]
  /** Devices that boot for it: their cable or their power was out. */
  reboots: string[]
  /** Devices that get another address by DHCP: they keep the old one until they ask again. */
  renews: string[]
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
  const ids = new Set(
    changes.flatMap(({ deviceId, pageId, hands }) => [
      deviceId,
      pageId ?? deviceId,
      ...hands.map((one) => one.deviceId),
    ]),
  )
  const places = [...target.devices, ...present.devices.filter(({ id }) => !deviceOf(target, id))]
    .filter(({ id }) => ids.has(id))
    .flatMap((one) => placesAt(present, target, one, laptop))
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
export function runbookOf(task: Task, effort = 1): Runbook {
  const { order, ground } = orderFor(groundOf(task), effort)
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
    if (!taken.ok)
      throw new Error(
        `Step ${steps.length + 1} can’t be done as it was planned: ${taken.why} Plan the steps again.`,
      )
    const step = stepOf(ground, standing, move, taken.cost)
    const last = steps.at(-1)
    if (last && goesOn(last, step)) steps[steps.length - 1] = joinedSteps(last, step)
    else steps.push(step)
    standing = taken.standing
  }
  return withDurations(steps)
}

/** How long what a step interrupts or lets together stays so: the minutes of the steps after it, until one ends it. */
function withDurations(steps: RunbookStep[]): RunbookStep[] {
  const lasting = (i: number, isStill: (step: RunbookStep) => boolean): number => {
    let minutes = 0
    for (const step of steps.slice(i + 1)) {
      minutes += step.cost.minutes
      if (!isStill(step)) break
    }
    return minutes
  }
  return steps.map((step, i) => ({
    ...step,
    interrupts: step.interrupts.map((one) => ({
      ...one,
      minutes: lasting(i, ({ interrupts }) =>
        interrupts.some(({ requirement }) => requirement.id === one.requirement.id),
      ),
    })),
    breaks: step.breaks.map((one) => ({
      ...one,
      minutes: lasting(i, ({ breaks }) => breaks.some(({ says }) => says === one.says)),
    })),
  }))
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
  moved: last.moved,
  address: last.address,
  laptop: last.laptop,
  changes: [...last.changes, ...next.changes],
  opens: [...last.opens, ...next.opens],
  reboots: [...new Set([...last.reboots, ...next.reboots])],
  renews: [...new Set([...last.renews, ...next.renews])],
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
    moved: place.id !== move.place.id,
    pageId: move.pageId,
    address: way?.ok ? way.address : null,
    laptop: way?.ok ? way.laptop : null,
    changes: move.changeIds.flatMap((id) => ground.byId.get(id) ?? []),
    interrupts: ground.watched.flatMap((one) => {
      const clients = cutOff(look, one)
      const says = requirementWords(look.site, one.requirement)
      return clients > 0 ? [{ requirement: one.requirement, says, clients, minutes: 0 }] : []
    }),
    breaks: [...ground.breaks(after).values()].map((met) => ({
      ...met,
      clients: clientsIn(ground.task, met.fromNetworkId),
      minutes: 0,
    })),
    opens: [...ground.opened(after)].flatMap(([key, { says }]) =>
      ground.opened(done).has(key) ? [] : [says],
    ),
    reboots: wokenBy(ground, done, outOf(ground, move), after).filter((id) => id !== spent.awayId),
    renews: renewedBy(before, look),
    loss: lossOf(ground, after, move),
    leave: spent.away + spent.sent > 0,
    cost,
  }
}

const clientsIn = ({ present, target }: Task, networkId: string): number =>
  Math.max(
    1,
    networkOf(target, networkId)?.expectedClients ?? networkOf(present, networkId)?.expectedClients ?? 1,
  )

/** Devices by DHCP that would be given an address of another subnet than before (RFC 2131 section 4.4.5: they keep theirs until they renew). */
function renewedBy(before: Look, after: Look): string[] {
  return after.site.devices.flatMap(({ id, management }) => {
    if (management.addressing !== 'dhcp' && management.addressing !== 'reserved') return []
    const [was, is] = [before, after].map(({ site, twin }) => {
      const device = deviceOf(site, id)
      return device ? hostOfDevice(twin, device)?.lease : undefined
    })
    const isMoved = was && is && !contains(subnetAround(is.ip, is.prefixLength), was.ip)
    return isMoved ? [id] : []
  })
}
