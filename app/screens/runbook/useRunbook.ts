import { useEffect, useRef, useState } from 'react'
import type { Schedule, Surprise } from '~/core/guide/runbook'
import type { RunbookAnswer, RunbookTask, RunbookTold } from '../../workers/runbookMessages'

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
    const worker = new Worker(new URL('../../workers/runbook.worker.ts', import.meta.url), { type: 'module' })
    let study = WAITING
    const put = (part: Partial<RunbookStudy>) => {
      study = { ...study, ...part }
      setState({ key, study })
    }
    worker.addEventListener('error', ({ message }) =>
      put({ fault: message || 'the worker did not start', busy: false }),
    )
    worker.addEventListener('message', ({ data }: MessageEvent<RunbookAnswer>) => {
      if (data.kind === 'found') put({ told: data.told, busy: data.told.runbook.stopped === null })
      else if (data.kind === 'rehearsed') put({ surprises: data.surprises })
      else if (data.kind === 'scheduled') put({ schedules: data.schedules, busy: false })
      else put({ fault: data.message, busy: false })
    })
    worker.postMessage(asked.current)
    stop.current = () => {
      worker.terminate()
      put({ busy: false })
    }
    return () => worker.terminate()
  }, [isAsked, key])
  const study = state.key === key ? state.study : isAsked ? WAITING : NOTHING
  return { ...study, giveUp: () => stop.current?.() }
}
