import type { Aftermath, Capacity, Choice, ChosenTree } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'

export interface BackhaulTask {
  site: Site
}

/** Answers come one after the other, as soon as each is there. */
export type BackhaulAnswer =
  | { kind: 'choices'; choices: Choice[]; tree: ChosenTree }
  | { kind: 'progress'; share: number }
  | { kind: 'failures'; failures: Aftermath[] }
  | { kind: 'capacity'; capacity: Capacity }
  | { kind: 'fault'; message: string }
