import { proxy } from 'comlink'
import type { Remote } from 'comlink'
import { useState } from 'react'
import { useJob } from '../../hooks/useJob'
import type { HelperService } from '../../workers/helper.worker'
import { helperThread } from '../../workers/starts'

interface Helping<Proposal> {
  /** From 0 to 1; null: it is not at work. */
  progress: number | null
  proposal: Proposal | null
  fault: string | null
}

/** A helper in a thread of its own: asked, watched, given up. */
export function useHelper<Proposal>() {
  const job = useJob<HelperService>(helperThread)
  const [state, setState] = useState<Helping<Proposal>>({ progress: null, proposal: null, fault: null })
  return {
    ...state,
    giveUp: () => {
      job.end()
      setState((before) => ({ ...before, progress: null }))
    },
    ask: (
      work: (service: Remote<HelperService>, onShare: (share: number) => void) => Promise<Proposal>,
    ): void => {
      setState({ progress: 0, proposal: null, fault: null })
      const onShare = proxy((share: number) =>
        setState((before) => (before.progress === null ? before : { ...before, progress: share })),
      )
      job.begin((service) => work(service, onShare), {
        done: (proposal) => setState({ progress: null, proposal, fault: null }),
        failed: (fault) => setState({ progress: null, proposal: null, fault }),
      })
    },
  }
}
