import isEqual from 'fast-deep-equal'
import { reachMatrix } from '../../network/layer3'
import type { Twin } from '../../network/layer3'
import { planTwin } from '../../radio/backhaul'
import {
  advance,
  follow,
  fullTwin,
  isRunning,
  isUp,
  newWorld,
  pageOf,
  perform,
  performAll,
} from '../../world'
import type { Action, Configuration, World } from '../../world'
import { deviceOf, networkOf } from '../../plan'
import type { Id, Site } from '../../plan'
import type { Runbook, RunbookStep } from './runbook'
import { stateMaker } from './state/siteAt'
import type { Change, Task } from './types'

/** What a replayed step showed that it had not promised. */
export interface Surprise {
  /** From 1. */
  step: number
  says: string
}

export interface Replay {
  world: World
  surprises: Surprise[]
  /** What of the present was otherwise than marked; null: nothing was, or that mistake cannot be made there. */
  hidden: string | null
}

const MINUTE_US = 60_000_000
/** Until everything of the present has been set up on the simulated site. */
const MOST_SETTLING_MIN = 120
/** A controller's list is through by then. Common practice, no source. */
const MOST_AFTER_STEP_MIN = 40

/**
 * The runbook carried out in the world: gear with a state of its own, from the present as it runs. The search has proven states; this
 * proves the steps. Every step must be possible as it says, and show what it says. `mistake`: a code of the catalogue; what is there is
 * then not quite what is marked as built.
 */
export function replay(
  { task, steps }: Pick<Runbook, 'task' | 'steps'>,
  seed = 1,
  mistake: string | null = null,
): Replay {
  const { configurationsAt, siteAt } = stateMaker(task)
  const begun = task.done.length > 0 ? siteAt(new Set(task.done)) : task.present
  const world = installed({ ...task, present: begun }, seed, mistake)
  const done = new Set<string>(task.done)
  const surprises: Surprise[] = []
  for (const [i, step] of steps.entries()) {
    const tell = (says: string) => surprises.push({ step: i + 1, says })
    goThere(world, step, tell)
    const before = configurationsAt(done)
    for (const change of step.changes) done.add(change.id)
    const after = configurationsAt(done)
    carryOut(world, after, step, tell)
    followUp(world, step, before, after)
    settleAfter(world, step)
    look(world, step, tell)
  }
  surprises.push(...atTheEnd(world, task.target, steps.length))
  return { world, surprises, hidden: world.hands?.says ?? null }
}

/** Who reaches whom when all is done, where it is otherwise than planned. */
function atTheEnd(world: World, target: Site, step: number): Surprise[] {
  const meant = new Map(rows(planTwin(target)))
  return rows(fullTwin(world)).flatMap(([pair, verdict]) =>
    meant.has(pair) && meant.get(pair) !== verdict
      ? [{ step, says: `At the end ${pair}: ${verdict}, where ${meant.get(pair) ?? ''} is meant.` }]
      : [],
  )
}

const rows = (twin: Twin): [string, string][] =>
  reachMatrix(twin).map(({ fromNetworkId, targetName, verdict }) => [
    `from ${networkOf(twin.site, fromNetworkId)?.name ?? fromNetworkId} to ${targetName}`,
    verdict,
  ])

/** The present, everything up as it is set. What is new lies beside it, dark. */
function installed({ present, target, changes }: Task, seed: number, mistake: string | null): World {
  const coming = new Set(
    changes.flatMap(({ deviceId, subject }) => (subject.kind === 'comes' ? [deviceId] : [])),
  )
  const fresh = target.devices.filter(({ id }) => coming.has(id) && !deviceOf(present, id))
  const world = newWorld({ ...present, devices: [...present.devices, ...fresh] }, 1, seed, 'installed')
  if (mistake !== null) perform(world, { kind: 'slip', code: mistake, luck: seed })
  performAll(
    world,
    present.devices
      .filter(({ powerSource }) => powerSource !== 'poe')
      .map(({ id }): Action => ({ kind: 'powerOn', deviceId: id })),
  )
  for (let minute = 1; minute <= MOST_SETTLING_MIN; minute++) {
    advance(world, minute * MINUTE_US)
    if ([...world.gear.values()].every(({ phase, dueUs }) => isRunning(phase) || dueUs === null)) break
  }
  return world
}

/** The laptop goes where the step says, and takes the address that it says. Without a socket it is at the console. */
function goThere(world: World, { place, pageId, laptop }: RunbookStep, tell: (says: string) => void): void {
  if (pageId === null) return
  const why =
    place.port === null
      ? perform(world, { kind: 'beside', deviceId: place.deviceId })
      : perform(world, {
          kind: 'laptop',
          at: { deviceId: place.deviceId, port: place.port },
          addressing: laptop?.addressing ?? 'dhcp',
          ip: laptop?.address ?? null,
          prefixLength: laptop?.prefixLength ?? 24,
          gateway: laptop?.gateway ?? null,
        })
  if (why !== null) tell(`The laptop cannot be plugged in. ${why}`)
}

function carryOut(
  world: World,
  next: Configuration[],
  step: RunbookStep,
  tell: (says: string) => void,
): void {
  const { pageId, changes } = step
  if (pageId === null) {
    for (const change of changes) for (const why of byHand(world, next, change)) tell(why)
    return
  }
  for (const deviceId of new Set(changes.map((change) => change.deviceId))) {
    const configuration = next.find(({ device }) => device.id === deviceId)
    if (!configuration) continue
    const why = perform(world, { kind: 'set', deviceId, pageId, configuration })
    if (why !== null) tell(`${configuration.device.name} cannot be set. ${why}`)
  }
}

const isOther = (now: Configuration, was: Configuration | undefined): boolean =>
  was !== undefined && was !== now && !isEqual(was, now)

/** Devices that nobody sets in this step and that are in another network all the same. */
function followUp(
  world: World,
  { changes }: RunbookStep,
  before: Configuration[],
  after: Configuration[],
): void {
  const set = new Set(changes.map(({ deviceId }) => deviceId))
  for (const one of after)
    if (
      !set.has(one.device.id) &&
      isOther(
        one,
        before.find(({ device }) => device.id === one.device.id),
      )
    )
      follow(world, one.device.id, one)
}

/** What hands do; every reason why they cannot. */
function byHand(world: World, next: Configuration[], { subject, deviceId }: Change): string[] {
  const tried = (...actions: Action[]) => actions.flatMap((action) => perform(world, action) ?? [])
  switch (subject.kind) {
    case 'cable':
      return tried(
        ...(subject.from ? [{ kind: 'pullCable' as const, linkId: cableId(world, subject.from.id) }] : []),
        ...(subject.to
          ? [
              {
                kind: 'patch' as const,
                linkId: `${subject.to.id}~new`,
                a: subject.to.a,
                b: subject.to.b,
              },
            ]
          : []),
      )
    case 'comes':
      return tried({ kind: 'powerOn', deviceId })
    case 'goes':
      return tried({ kind: 'cutPower', deviceId })
    case 'unit': {
      const configuration = next.find(({ device }) => device.id === deviceId)
      return configuration
        ? tried({ kind: 'beside', deviceId }, { kind: 'set', deviceId, pageId: deviceId, configuration })
        : []
    }
  }
}

const cableId = (world: World, linkId: Id): Id =>
  world.patches.some(({ id }) => id === `${linkId}~new`) ? `${linkId}~new` : linkId

/** The step's own time, and then until nothing is under way any more. */
function settleAfter(world: World, { cost }: RunbookStep): void {
  advance(world, world.nowUs + Math.round(cost.minutes * MINUTE_US))
  for (let minute = 0; minute < MOST_AFTER_STEP_MIN; minute++) {
    const busy = [...world.gear.values()].some(
      ({ phase, dueUs }) => !isRunning(phase) && isUp(phase) && dueUs !== null,
    )
    if (!busy) return
    advance(world, world.nowUs + MINUTE_US)
  }
}

/** What the step promised: its page opens again, and what was set holds it and runs. */
function look(world: World, { pageId, changes, loss }: RunbookStep, tell: (says: string) => void): void {
  if (pageId === null || loss !== 'none') return
  for (const id of new Set(changes.map(({ deviceId }) => deviceId))) {
    const gear = world.gear.get(id)
    if (!gear) continue
    const name = gear.running.device.name
    if (!isRunning(gear.phase)) tell(`${name} does not run: ${gear.waitsFor ?? gear.phase}`)
    else if (gear.running !== gear.saved) tell(`${name} does not run what it has saved.`)
  }
  if (!world.gear.get(pageId)?.running.device.management.ip) return
  const page = pageOf(world, pageId)
  const moved = changes.some(
    ({ deviceId, subject }) => deviceId === pageId && subject.kind === 'unit' && subject.unit === 'address',
  )
  if (!page.ok && !moved) tell(`The page does not open again. ${page.why}`)
}
