import { useFetcher } from 'react-router'
import type { Problem } from '~/core/outcome'
import type { ProposalRequest } from '~/schema/proposals'
import type { ShownProposal } from '../server/propose.server'
import { useSite } from './useSite'

type Answer = { ok: true; proposal: ShownProposal } | { ok: false; problems: Problem[] }
type Wishes<T = ProposalRequest> = T extends unknown ? Omit<T, 'revision' | 'take'> : never
export type ProposalWishes = Wishes

/** Asks a helper for its proposal, and takes it. The server makes it anew when it is taken. */
export function useProposal() {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Answer>()
  const send = (wishes: ProposalWishes, take: boolean) =>
    void fetcher.submit(JSON.stringify({ ...wishes, revision, take }), {
      method: 'post',
      action: `/sites/${id}/propose`,
      encType: 'application/json',
    })
  return {
    show: (wishes: ProposalWishes) => send(wishes, false),
    take: (wishes: ProposalWishes) => send(wishes, true),
    proposal: fetcher.data?.ok ? fetcher.data.proposal : null,
    problems: fetcher.data && !fetcher.data.ok ? fetcher.data.problems : [],
    busy: fetcher.state !== 'idle',
  }
}
