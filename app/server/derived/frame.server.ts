import { advanceOf, diffSites } from '~/core/plan'
import { findingsSince } from '../../wire/findingsSince'
import type { FrameSince, PackedFrame, SentPlan } from '../../wire/frames'
import { packed } from '../../wire/packed.server'
import { evaluated } from './evaluated.server'
import { frameFacts } from './frameFacts.server'
import type { FrameFacts } from './frameFacts.server'
import { publicFinding, publicSite } from './publicSite.server'
import { rememberSent, sentBefore } from './sentFrames.server'
import { siteOr404 } from './siteState.server'

/** Everything the frame around every stage shows, as it comes with a page. */
export function siteFrame(siteId: string, search: URLSearchParams): PackedFrame {
  const { facts, sent } = frameNow(siteId, search)
  return { ...facts, plan: packed(sent) }
}

/** The same for a page that has the frame of an earlier revision; null where that is not remembered. */
export function frameSince(siteId: string, revision: number, search: URLSearchParams): FrameSince | null {
  const before = sentBefore(siteId, revision)
  const { facts, sent } = frameNow(siteId, search)
  if (!before) return null
  return {
    ...facts,
    since: revision,
    change: advanceOf(diffSites(before.site, sent.site)),
    findings: findingsSince(before.findings, sent.findings),
  }
}

function frameNow(siteId: string, search: URLSearchParams): { facts: FrameFacts; sent: SentPlan } {
  const state = siteOr404(siteId)
  const known = sentBefore(siteId, state.revision)
  const { site, keysSet } = publicSite(state.site)
  const sent = known ?? { site, findings: evaluated(state.site).findings.map(publicFinding) }
  rememberSent(siteId, state.revision, sent)
  return { facts: frameFacts(state, keysSet, search), sent }
}
