import { data } from 'react-router'
import { attachmentOf } from '~/core/network/layer2'
import { reach, targetsOf } from '~/core/network/layer3'
import type { Answer, Target, Twin } from '~/core/network/layer3'
import { STAGES, nextStep, stageProgress } from '~/core/guide/order'
import type { NextStep, Observed } from '~/core/guide/order'
import { evidenceFor, isSigned, seenRunning } from '~/core/judge/proof'
import type { Stage } from '~/core/judge/findings'
import { diffSites, advanceOf } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { SiteState } from '~/store'
import { evaluated } from './evaluated.server'
import { areasMet } from './areasMet.server'
import { publicFinding, publicSite } from './publicSite.server'
import { packed } from '../../wire/packed.server'
import { findingsSince } from '../../wire/findingsSince'
import type { FrameSince, PackedFrame, SentPlan } from '../../wire/frames'
import { rememberSent, sentBefore } from './sentFrames.server'
import { store } from '../sites/store.server'
import { targetId } from './targetId.server'

/** The site of a route, or a 404 that the error page explains. */
export function siteOr404(siteId: string): SiteState {
  const state = store().sites.read(siteId)
  if (!state) throw data('There is no such site here. It may have been deleted.', { status: 404 })
  return state
}

const MOST_PLANS = 24
const plans = new Map<string, Site | null>()

/** Plans of earlier revisions: evidence that was met on one is looked at again. */
export const plansOf =
  (siteId: string) =>
  (revision: number): Site | null => {
    const key = `${siteId} ${revision}`
    const made = plans.has(key)
      ? (plans.get(key) ?? null)
      : (store().edits.at(siteId, revision) ?? store().restored.planAt(siteId, revision))
    plans.delete(key)
    plans.set(key, made)
    for (const [oldest] of plans) if (plans.size > MOST_PLANS) plans.delete(oldest)
    return made
  }

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

function frameFacts({ id: siteId, site, revision }: SiteState, keysSet: string[], search: URLSearchParams) {
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
  return kind === 'controller' || kind === 'device' ? { kind, deviceId: id } : null
}

/** The frame that the address asks to follow, if it asks for one that exists. */
function followed(twin: Twin, search: URLSearchParams): Followed | null {
  const [from, to] = [search.get('from'), search.get('to')]
  const attachment = from && attachmentOf(twin.site, from)
  const target = to && targetFrom(to)
  return attachment && target && from && to ? { from, to, answer: reach(twin, attachment, target) } : null
}
