import { expose } from 'comlink'
import { replay, runbookAgain, runbookOf, scheduleOf, stepText, taskOf } from '~/core/guide/runbook'
import type { Move, Runbook, Schedule, StepText, Surprise } from '~/core/guide/runbook'
import type { LinkEnd, Site } from '~/core/plan'

export interface RunbookTask {
  present: Site
  target: Site
  laptop: LinkEnd
  done: string[]
  /** An order that was found before; null: one is to be found. */
  steps: Move[] | null
  isBest: boolean
}

export interface RunbookTold {
  runbook: Runbook
  texts: StepText[]
}

/** What is told as soon as it is there, one part after the other. */
export interface RunbookParts {
  told: RunbookTold
  surprises: Surprise[]
  /** For one, two and three people. */
  schedules: Schedule[]
}

/** @throws where the task is none, with the reasons */
function orderOf({ present, target, laptop, done, steps, isBest }: RunbookTask): Runbook {
  const task = taskOf(present, target, laptop, done)
  if (!task.ok) throw new Error(task.problems.map(({ message }) => message).join(' '))
  return steps ? runbookAgain(task.value, steps, isBest) : runbookOf(task.value)
}

const service = {
  work: async (task: RunbookTask, tell: (part: Partial<RunbookParts>) => Promise<void>): Promise<void> => {
    const runbook = orderOf(task)
    await tell({ told: { runbook, texts: runbook.steps.map((step) => stepText(runbook, step)) } })
    if (runbook.stopped !== null) return
    await tell({ surprises: replay(runbook).surprises })
    await tell({ schedules: ([1, 2, 3] as const).map((crew) => scheduleOf(runbook, crew)) })
  },
  /** Rehearsed with this mistake of the catalogue in what is there, and nothing else. */
  rehearse: (task: RunbookTask, mistake: string): { surprises: Surprise[]; hidden: string | null } => {
    const { surprises, hidden } = replay(orderOf(task), 1, mistake)
    return { surprises, hidden }
  },
}
export type RunbookService = typeof service

expose(service)
