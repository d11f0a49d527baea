import type { LinkEnd, Site } from '~/core/plan'
import type { Move, Runbook, Schedule, StepText, Surprise } from '~/core/guide/runbook'

export interface RunbookTask {
  present: Site
  target: Site
  laptop: LinkEnd
  done: string[]
  /** An order that was found before; null: one is to be found. */
  steps: Move[] | null
  isBest: boolean
  /** Rehearsed with this mistake of the catalogue in what is there, and nothing else. */
  mistake?: string | null
}

export interface RunbookTold {
  runbook: Runbook
  texts: StepText[]
}

/** Answers come one after the other, as soon as each is there. */
export type RunbookAnswer =
  | { kind: 'found'; told: RunbookTold }
  | { kind: 'rehearsed'; surprises: Surprise[]; hidden: string | null }
  | { kind: 'scheduled'; schedules: Schedule[] }
  | { kind: 'fault'; message: string }
