import type { Schedule, Surprise } from '~/core/guide/runbook'
import type { RunbookService, RunbookTask, RunbookTold } from '../../workers/runbook.worker'
import { runbookThread } from '../../workers/starts'
import { useStudy } from '../../workers/useStudy'

export interface RunbookStudy {
  told: RunbookTold | null
  /** What the rehearsal showed that no step had promised; null: it is not through yet. */
  surprises: Surprise[] | null
  /** For one, two and three people; null: not worked out yet. */
  schedules: Schedule[] | null
  fault: string | null
  busy: boolean
}

const WAITING: RunbookStudy = { told: null, surprises: null, schedules: null, fault: null, busy: true }
const NOTHING: RunbookStudy = { ...WAITING, busy: false }

/** An order worked out in a worker, or one that was found before read again; `key` names what is asked. Null: nothing is asked. */
export function useRunbook(task: RunbookTask | null, key: string): RunbookStudy & { giveUp: () => void } {
  const { told, giveUp } = useStudy<RunbookService, RunbookStudy>({
    key: task && key,
    start: runbookThread,
    work: async (service, tell) => task && service.work(task, tell),
    first: WAITING,
    over: { busy: false },
  })
  return { ...(told?.key === key ? told.study : task ? WAITING : NOTHING), giveUp }
}
