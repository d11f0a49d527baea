import { proxy } from 'comlink'
import type { Remote } from 'comlink'
import { useEffect, useEffectEvent, useRef, useState } from 'react'
import { startJob } from './thread'

interface Asked<Service, Study extends { fault: string | null }> {
  /** Names what is asked: another name is another job, and the one before ends. Null: nothing is asked. */
  key: string | null
  start: () => Worker
  work: (service: Remote<Service>, tell: (part: Partial<Study>) => Promise<void>) => Promise<unknown>
  /** What stands before anything was told. */
  first: Study
  /** What stands when nothing more will be told: it is through, broke down or was given up. */
  over: Partial<Study>
}

interface Told<Study> {
  /** What was told last, and what it was the answer to; null: nothing yet. */
  told: { key: string; study: Study } | null
  giveUp: () => void
}

/** What a thread works out and tells bit by bit, while the page that asked is there. */
export function useStudy<Service, Study extends { fault: string | null }>(
  asked: Asked<Service, Study>,
): Told<Study> {
  const [told, setTold] = useState<Told<Study>['told']>(null)
  const stop = useRef<(() => void) | null>(null)
  const begin = useEffectEvent((key: string) => {
    const { start, work, first, over } = asked
    let study = first
    const put = (part: Partial<Study>) => {
      study = { ...study, ...part }
      setTold({ key, study })
    }
    const job = startJob<Service, unknown>(
      start,
      (service) =>
        work(
          service,
          proxy(async (part: Partial<Study>) => put(part)),
        ),
      { done: () => put(over), failed: (fault) => put({ ...over, fault }) },
    )
    stop.current = () => {
      job.end()
      put(over)
    }
    return () => job.end()
  })
  const { key } = asked
  useEffect(() => (key === null ? undefined : begin(key)), [key])
  return { told, giveUp: () => stop.current?.() }
}
