import { proxy } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Schedule, Surprise } from '~/core/guide/runbook'
import type { RunbookParts, RunbookService, RunbookTask, RunbookTold } from '../../workers/runbook.worker'
import { runbookThread } from '../../workers/starts'
import { startJob } from '../../workers/thread'

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
  const [state, setState] = useState<{ key: string; study: RunbookStudy }>({ key: '', study: NOTHING })
  const asked = useRef(task)
  useEffect(() => {
    asked.current = task
  })
  const stop = useRef<(() => void) | null>(null)
  const isAsked = task !== null
  useEffect(() => {
    if (!isAsked || !asked.current) return
    const task = asked.current
    let study = WAITING
    const put = (part: Partial<RunbookStudy>) => {
      study = { ...study, ...part }
      setState({ key, study })
    }
    const job = startJob<RunbookService, unknown>(
      runbookThread,
      (service) =>
        service.work(
          task,
          proxy(async (part: Partial<RunbookParts>) => put(part)),
        ),
      { done: () => put({ busy: false }), failed: (fault) => put({ fault, busy: false }) },
    )
    stop.current = () => {
      job.end()
      put({ busy: false })
    }
    return () => job.end()
  }, [isAsked, key])
  const study = state.key === key ? state.study : isAsked ? WAITING : NOTHING
  return { ...study, giveUp: () => stop.current?.() }
}
