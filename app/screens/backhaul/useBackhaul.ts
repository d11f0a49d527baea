import { useEffect, useRef, useState } from 'react'
import type { Aftermath, Capacity, Choice, ChosenTree } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'
import type { BackhaulAnswer } from '../../workers/backhaulMessages'

export interface BackhaulStudy {
  choices: Choice[] | null
  tree: ChosenTree | null
  failures: Aftermath[] | null
  capacity: Capacity | null
  /** Null when all is there. */
  progress: number | null
  fault: string | null
}

const NOTHING: BackhaulStudy = {
  choices: null,
  tree: null,
  failures: null,
  capacity: null,
  progress: 0,
  fault: null,
}

/**
 * Everything about backhaul that takes a while, worked out in a worker whenever the plan has changed: `key` names the plan
 * and its revision, since each visit of a page brings a new copy of the same.
 */
export function useBackhaul(given: Site, key: string): BackhaulStudy & { giveUp: () => void } {
  const [kept, setKept] = useState({ key, site: given })
  if (kept.key !== key) setKept({ key, site: given })
  const { site } = kept
  const [state, setState] = useState<{ site: Site; study: BackhaulStudy }>({
    site,
    study: NOTHING,
  })
  const stop = useRef<(() => void) | null>(null)
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/backhaul.worker.ts', import.meta.url), {
      type: 'module',
    })
    let study = NOTHING
    const put = (part: Partial<BackhaulStudy>) => {
      study = { ...study, ...part }
      setState({ site, study })
    }
    worker.addEventListener('error', ({ message }) =>
      put({ fault: message || 'the worker did not start', progress: null }),
    )
    worker.addEventListener('message', ({ data }: MessageEvent<BackhaulAnswer>) => {
      switch (data.kind) {
        case 'choices':
          return put({ choices: data.choices, tree: data.tree })
        case 'progress':
          return put({ progress: data.share })
        case 'failures':
          return put({ failures: data.failures })
        case 'capacity':
          return put({ capacity: data.capacity, progress: null })
        case 'fault':
          return put({ fault: data.message, progress: null })
      }
    })
    worker.postMessage({ site })
    stop.current = () => {
      worker.terminate()
      put({ progress: null })
    }
    return () => worker.terminate()
  }, [site])
  return {
    ...(state.site === site ? state.study : { ...state.study, progress: 0 }),
    giveUp: () => stop.current?.(),
  }
}
