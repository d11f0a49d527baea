import { useFetcher } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import type { ProposalRequest } from '~/schema/proposals'
import type { ShownProposal } from '../server/plan/propose.server'
import { useSite } from './useSite'

type Answer = { ok: true; proposal: ShownProposal } | { ok: false; problems: Problem[] }
type Aims<T = ProposalRequest> = T extends unknown ? Omit<T, 'revision' | 'take'> : never
export type ProposalAims = Aims

/** Asks a helper for its proposal, and takes it. The server makes it anew when it is taken. */
export function useProposal() {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Answer>()
  const send = (aims: ProposalAims, take: boolean) =>
    void fetcher.submit(JSON.stringify({ ...aims, revision, take }), {
      method: 'post',
      action: `/sites/${id}/propose`,
      encType: 'application/json',
    })
  return {
    show: (aims: ProposalAims) => send(aims, false),
    take: (aims: ProposalAims) => send(aims, true),
    proposal: fetcher.data?.ok ? fetcher.data.proposal : null,
    problems: fetcher.data && !fetcher.data.ok ? fetcher.data.problems : [],
    busy: fetcher.state !== 'idle',
  }
}
