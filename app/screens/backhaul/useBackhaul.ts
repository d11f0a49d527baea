import { proxy } from 'comlink'
import { useEffect, useRef, useState } from 'react'
import type { Aftermath, Capacity, Choice, ChosenTree } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'
import type { BackhaulParts, BackhaulService } from '../../workers/backhaul.worker'
import { backhaulThread } from '../../workers/starts'
import { startJob } from '../../workers/thread'

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
    let study = NOTHING
    const put = (part: Partial<BackhaulStudy>) => {
      study = { ...study, ...part }
      setState({ site, study })
    }
    const job = startJob<BackhaulService, unknown>(
      backhaulThread,
      (service) =>
        service.study(
          site,
          proxy(async (part: Partial<BackhaulParts>) => put(part)),
        ),
      { done: () => put({ progress: null }), failed: (fault) => put({ fault, progress: null }) },
    )
    stop.current = () => {
      job.end()
      put({ progress: null })
    }
    return () => job.end()
  }, [site])
  return {
    ...(state.site === site ? state.study : { ...state.study, progress: 0 }),
    giveUp: () => stop.current?.(),
  }
}
