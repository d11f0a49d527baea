import { releaseProxy, wrap } from 'comlink'
import type { Remote } from 'comlink'

/** Said where the browser runs nothing beside the page. */
export const NO_THREADS =
  'this browser runs no work beside the page (web workers), and this takes too long to be done on the page itself; use another browser'

/** A service in a thread of its own, called as if it were here. */
export interface Thread<Service> {
  service: Remote<Service>
  end: () => void
}

const canStart = (): boolean => typeof Worker !== 'undefined'

/**
 * Wraps a worker. `onDeath` hears once, with the reason, when it did not start, broke down or sent what cannot be read; after
 * that and after `end` nothing comes of it any more.
 */
export function threadOf<Service>(worker: Worker, onDeath: (reason: string) => void): Thread<Service> {
  const service = wrap<Service>(worker)
  let isOver = false
  const end = () => {
    if (isOver) return
    isOver = true
    service[releaseProxy]()
    worker.terminate()
  }
  const died = (reason: string) => {
    if (isOver) return
    end()
    onDeath(reason)
  }
  worker.addEventListener('error', (event) => died(event.message || 'its thread did not start or broke down'))
  worker.addEventListener('messageerror', () => died('its thread sent what cannot be read'))
  return { service, end }
}

/** What becomes of a job: nothing more is heard of one that was ended. */
export interface JobEnd<T> {
  done: (value: T) => void
  failed: (reason: string) => void
}

export interface Job {
  end: () => void
}

/** One job in a thread of its own, which ends with it. */
export function startJob<Service, T>(
  start: () => Worker,
  work: (service: Remote<Service>) => Promise<T>,
  { done, failed }: JobEnd<T>,
): Job {
  if (!canStart()) {
    failed(NO_THREADS)
    return { end: () => undefined }
  }
  let isOver = false
  const once = (tell: () => void) => {
    if (isOver) return
    isOver = true
    thread.end()
    tell()
  }
  const thread = threadOf<Service>(start(), (reason) => once(() => failed(reason)))
  work(thread.service).then(
    (value) => once(() => done(value)),
    (error: unknown) => once(() => failed(reasonOf(error))),
  )
  return { end: () => once(() => undefined) }
}

export const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
