import type { Site } from '../../plan'
import type { TimedAction } from '../adoption'
import { act } from '../people/act'
import type { Refusal } from '../people/act'
import type { Start, World } from '../types'
import { finishPhase } from './finish'
import { renewLease } from './leases'
import { nextDue } from './queue'
import { settle } from './settle'
import { bareWorld } from './world'

/** A bench with everything of a plan on it, cabled as planned and dark. */
export function newWorld(plan: Site, revision: number, seed: number, start: Start = 'prepared'): World {
  const world = bareWorld(plan, revision, seed, start)
  settle(world, [])
  return world
}

/** Lets time go on: the clock moves to each event before it happens. The past is an error. */
export function advance(world: World, untilUs: number): void {
  if (untilUs < world.nowUs) throw new RangeError(`${untilUs} µs is before ${world.nowUs} µs`)
  for (let due = nextDue(world, untilUs); due; due = nextDue(world, untilUs)) {
    world.nowUs = due.atUs
    const gear = world.gear.get(due.deviceId)
    if (!gear) continue
    if (due.what === 'lease') renewLease(world, gear)
    else finishPhase(world, gear)
    settle(world, [due.deviceId])
  }
  world.nowUs = untilUs
}

/** Carries out what a person does now. Why it cannot be done, or null; then nothing was changed. */
export function perform(world: World, action: TimedAction['action']): Refusal {
  const { refusal, touched } = act(world, action)
  settle(world, touched)
  return refusal
}

/** Many actions at one moment, such as the mains for all: the world settles once. */
export function performAll(world: World, actions: readonly TimedAction['action'][]): Refusal[] {
  const done = actions.map((action) => act(world, action))
  settle(
    world,
    done.flatMap(({ touched }) => touched),
  )
  return done.map(({ refusal }) => refusal)
}

export interface Played {
  world: World
  /** What could not be done, with its reason. */
  refused: { atUs: number; action: TimedAction['action']; why: string }[]
}

/** The whole run from its start: the same plan, seed and actions always give the same world. */
export function play(
  plan: Site,
  revision: number,
  seed: number,
  actions: readonly TimedAction[],
  untilUs: number,
  start: Start = 'prepared',
): Played {
  const world = newWorld(plan, revision, seed, start)
  const refused: Played['refused'] = []
  for (const { atUs, action } of actions) {
    if (atUs > untilUs) break
    advance(world, atUs)
    const why = perform(world, action)
    if (why !== null) refused.push({ atUs, action, why })
  }
  advance(world, untilUs)
  return { world, refused }
}
