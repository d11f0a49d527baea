import { useState } from 'react'
import { useFetcher } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import type { ProposalRequest } from '~/schema/proposals'
import { usePost } from '../outbox/usePost'
import type { ShownProposal } from '../server/plan/propose.server'
import { useSite } from './useSite'

type Shown = ({ ok: true } & ShownProposal) | { ok: false; problems: Problem[] }
type Aims<T = ProposalRequest> = T extends unknown ? Omit<T, 'take'> : never
export type ProposalAims = Aims

/** Asks a helper for its proposal, and takes it. The server makes it anew on the plan it was shown for when it is taken. */
export function useProposal() {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Shown>()
  const { post, answer, busy, problems } = usePost('propose')
  const shown = fetcher.data?.ok ? fetcher.data : null
  /** The revision that the proposal was shown for. */
  const [shownAt, setShownAt] = useState(revision)
  const [asked, setAsked] = useState<Shown | null>(null)
  const isTaken = answer?.ok === true && asked !== null && asked === shown
  return {
    show: (aims: ProposalAims) => {
      setShownAt(revision)
      void fetcher.submit(JSON.stringify({ ...aims, revision, take: false }), {
        method: 'post',
        action: `/sites/${id}/propose`,
        encType: 'application/json',
      })
    },
    take: (aims: ProposalAims) => {
      setAsked(shown)
      post({ label: shown?.label ?? 'Take a proposal', body: { ...aims, take: true }, revision: shownAt })
    },
    proposal: shown && { ...shown, taken: isTaken },
    problems: fetcher.data && !fetcher.data.ok ? fetcher.data.problems : problems,
    busy: busy || fetcher.state !== 'idle',
  }
}
