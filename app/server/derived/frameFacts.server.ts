import { attachmentOf } from '~/core/network/layer2'
import { reach, targetsOf } from '~/core/network/layer3'
import type { Answer, Target, Twin } from '~/core/network/layer3'
import { STAGES, nextStep, stageProgress } from '~/core/guide/order'
import type { NextStep, Observed } from '~/core/guide/order'
import { evidenceFor, isSigned, seenRunning } from '~/core/judge/proof'
import type { Stage } from '~/core/judge/findings'
import type { SiteState } from '~/store'
import { store } from '../sites/store.server'
import { areasMet } from './areasMet.server'
import { evaluated } from './evaluated.server'
import { plansOf } from './siteState.server'
import { targetId } from './targetId.server'

/** What the frame around every stage shows besides the plan and what was found in it. */
export function frameFacts(
  { id: siteId, site, revision }: SiteState,
  keysSet: string[],
  search: URLSearchParams,
) {
  const { twin, findings: found } = evaluated(site)
  const { edits, log, observations } = store()
  const seen = observations.ofSite(siteId)
  const evidence = evidenceFor(site, revision, seen, plansOf(siteId))
  const progress = stageProgress(site, found, {
    running: seenRunning(site, seen),
    asked: evidence.length,
    proven: evidence.filter(({ state: how }) => how === 'proven').length,
    areasMet: areasMet(site),
    signed: isSigned(seen),
    built: builtState(store().runbooks.progress(siteId), revision),
  })
  return {
    id: siteId,
    revision,
    keysSet,
    steps: edits.steps(siteId),
    log: log.ofSite(siteId, 12),
    progress,
    next: Object.fromEntries(
      STAGES.map(({ stage }) => [stage, nextStep(site, stage, progress, found)]),
    ) as Record<Stage, NextStep>,
    targets: targetsOf(site).map(({ target, name }) => ({ id: targetId(target), name })),
    frame: followed(twin, search),
  }
}

/** All of the frame but the plan and what was found in it. */
export type FrameFacts = ReturnType<typeof frameFacts>

function builtState(
  { builtRevision, steps, done }: ReturnType<ReturnType<typeof store>['runbooks']['progress']>,
  revision: number,
): Observed['built'] {
  if (steps !== null) return { done, steps }
  if (builtRevision === null) return 'nothing'
  return builtRevision === revision ? 'asPlanned' : 'otherwise'
}

export interface Followed {
  from: string
  to: string
  answer: Answer
}

function targetFrom(text: string): Target | null {
  const [kind, id = ''] = [text.split(':')[0], text.slice(text.indexOf(':') + 1)]
  if (kind === 'internet') return { kind: 'internet' }
  if (kind === 'network') return { kind: 'network', networkId: id }
  return kind === 'controller' || kind === 'device' || kind === 'router' ? { kind, deviceId: id } : null
}

/** The frame that the address asks to follow, if it asks for one that exists. */
function followed(twin: Twin, search: URLSearchParams): Followed | null {
  const [from, to] = [search.get('from'), search.get('to')]
  const attachment = from && attachmentOf(twin.site, from)
  const target = to && targetFrom(to)
  return attachment && target && from && to ? { from, to, answer: reach(twin, attachment, target) } : null
}
