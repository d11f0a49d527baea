import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import {
  proposeAddressPlan,
  proposePorts,
  proposeTrunks,
  proposeVlanNumbers,
  secondRouterRecipe,
} from '~/core/guide/proposals'
import type { Proposal, Reason } from '~/core/guide/proposals'
import type { Site } from '~/core/plan'
import { readProposalRequest } from '~/schema/proposals'
import type { ProposalRequest } from '~/schema/proposals'
import { evaluated } from '../derived/evaluated.server'
import { store } from '../sites/store.server'
import { commit } from './commit.server'

/** A proposal as the page shows it. Its edits stay here and are made anew when it is taken. */
export interface ShownProposal {
  label: string
  reasons: Reason[]
  steps: string[]
  /** How many records it would change. */
  changes: number
  taken: boolean
}

export function propose(siteId: string, body: unknown): Outcome<ShownProposal> {
  const request = readProposalRequest(body)
  if (!request.ok) return request
  const state = store().sites.read(siteId)
  if (!state) return gone()
  const proposal = proposalFor(state.site, request.value)
  if (!proposal.ok) return proposal
  const shown = {
    label: proposal.value.label,
    reasons: proposal.value.reasons,
    steps: proposal.value.steps ?? [],
    changes: proposal.value.edits.length,
  }
  if (!request.value.take || proposal.value.edits.length === 0) return good({ ...shown, taken: false })
  const done = commit(siteId, body, proposal.value.label, (site) => {
    const made = proposalFor(site, request.value)
    return made.ok ? good(made.value.edits) : made
  })
  return done.ok ? good({ ...shown, taken: true }) : done
}

const gone = () => bad({ path: [], code: 'gone', message: 'That site is not here any more.' })

function proposalFor(site: Site, request: ProposalRequest): Outcome<Proposal & { steps?: string[] }> {
  switch (request.kind) {
    case 'addresses':
      return proposeAddressPlan(site, request)
    case 'vlans':
      return good(proposeVlanNumbers(site, request.method))
    case 'trunks':
      return good(proposeTrunks(evaluated(site).twin))
    case 'ports':
      return proposePorts(site, request.switchId, request.alsoPlug)
    case 'secondRouter':
      return secondRouterRecipe(site, request)
  }
}
