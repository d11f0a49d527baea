import { advanced } from '~/core/plan'
import type { Advance, Site } from '~/core/plan'
import type { PublicFinding } from '../server/derived/publicSite.server'
import type { FrameFacts } from '../server/derived/frameFacts.server'
import { findingsAfter } from './findingsSince'
import type { FindingsSince } from './findingsSince'
import { unpacked } from './packed'
import type { Packed } from './packed'

/** What a page has of a plan: its records without keys, and what was found in them. */
export interface SentPlan {
  site: Site
  findings: readonly PublicFinding[]
}

/** What the frame around every stage has, once it is open. */
export interface SiteFrame extends FrameFacts, SentPlan {}

/** As it comes with a page. */
export interface PackedFrame extends FrameFacts {
  plan: Packed<SentPlan>
}

/** As it comes after an edit: what has changed since the one that the page has. */
export interface FrameSince extends FrameFacts {
  since: number
  change: Advance
  findings: FindingsSince
}

const known = new WeakMap<PackedFrame, SiteFrame>()

/** A frame with its plan unpacked: once for each. */
export function openedFrame(frame: PackedFrame | SiteFrame): SiteFrame {
  if ('site' in frame) return frame
  const before = known.get(frame)
  if (before) return before
  const { plan, ...facts } = frame
  const made = { ...facts, ...unpacked(plan) }
  known.set(frame, made)
  return made
}

/** The next frame out of the one that the page has; null where it is not the one that was spoken of. */
export function frameAfter(
  held: SiteFrame,
  { since, change, findings, ...facts }: FrameSince,
): SiteFrame | null {
  if (held.id !== facts.id || held.revision !== since) return null
  return {
    ...facts,
    site: advanced(held.site, change),
    findings: findingsAfter(held.findings, findings),
  }
}
