import type { Id, Site } from '../../plan'

/** What a person can do at the bench. */
export type BenchAction =
  | { kind: 'powerOn'; deviceId: Id }
  | { kind: 'cutPower'; deviceId: Id }
  | { kind: 'pullCable'; linkId: Id }
  | { kind: 'plugCable'; linkId: Id }
  | { kind: 'adopt'; deviceId: Id }
  | { kind: 'reset'; deviceId: Id }
  /** The bench is set up anew from a later state of the plan; cables and power stay as they are. */
  | { kind: 'replan'; site: Site; revision: number }

export interface TimedAction {
  atUs: number
  action: BenchAction
}
