import type { Aftermath, Capacity, Choice, ChosenTree } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'
import type { BackhaulService } from '../../workers/backhaul.worker'
import { backhaulThread } from '../../workers/starts'
import { useStudy } from '../../workers/useStudy'

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
export function useBackhaul(site: Site, key: string): BackhaulStudy & { giveUp: () => void } {
  const { told, giveUp } = useStudy<BackhaulService, BackhaulStudy>({
    key,
    start: backhaulThread,
    work: (service, tell) => service.study(site, tell),
    first: NOTHING,
    over: { progress: null },
  })
  const { study } = told ?? { study: NOTHING }
  return { ...(told?.key === key ? study : { ...study, progress: 0 }), giveUp }
}
