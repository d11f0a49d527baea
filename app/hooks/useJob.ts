import { useEffect, useRef } from 'react'
import type { Remote } from 'comlink'
import { startJob } from '../workers/thread'
import type { Job, JobEnd } from '../workers/thread'

/** A place for one job at a time: a new one ends the one before, leaving the page ends it. */
export function useJob<Service>(start: () => Worker) {
  const job = useRef<Job | null>(null)
  useEffect(() => () => job.current?.end(), [])
  return {
    begin: <T>(work: (service: Remote<Service>) => Promise<T>, end: JobEnd<T>): void => {
      job.current?.end()
      job.current = startJob(start, work, end)
    },
    end: () => {
      job.current?.end()
      job.current = null
    },
  }
}
