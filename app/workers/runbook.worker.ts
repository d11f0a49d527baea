import { replay, runbookAgain, runbookOf, scheduleOf, stepText, taskOf } from '~/core/guide/runbook'
import type { RunbookAnswer, RunbookTask } from './runbookMessages'

const answer = (message: RunbookAnswer): void => postMessage(message)

function work({ present, target, laptop, done, steps, isBest, mistake = null }: RunbookTask): void {
  const task = taskOf(present, target, laptop, done)
  if (!task.ok) {
    answer({ kind: 'fault', message: task.problems.map(({ message }) => message).join(' ') })
    return
  }
  const runbook = steps ? runbookAgain(task.value, steps, isBest) : runbookOf(task.value)
  if (mistake !== null) {
    const { surprises, hidden } = replay(runbook, 1, mistake)
    answer({ kind: 'rehearsed', surprises, hidden })
    return
  }
  answer({
    kind: 'found',
    told: { runbook, texts: runbook.steps.map((step) => stepText(runbook, step)) },
  })
  if (runbook.stopped !== null) return
  answer({ kind: 'rehearsed', surprises: replay(runbook).surprises, hidden: null })
  answer({ kind: 'scheduled', schedules: ([1, 2, 3] as const).map((crew) => scheduleOf(runbook, crew)) })
}

addEventListener('message', ({ data }: MessageEvent<RunbookTask>) => {
  try {
    work(data)
  } catch (error) {
    answer({ kind: 'fault', message: error instanceof Error ? error.message : String(error) })
  }
})
