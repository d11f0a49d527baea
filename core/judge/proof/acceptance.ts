import { accessPoints, within } from '../../plan'
import type { Id, Site } from '../../plan'
import { areaClaims, claimWords, USUAL_CLAIM, walkClaims } from './claim'
import type { AreaClaim } from './claim'
import type { RunJudgement } from './judge'
import { OUTCOME_WORDS } from './judge'
import type { Evidence, Observation } from './observations'
import { walkOf } from './walked'

/** passed · failed · again: it passed once, and must be measured again · unsure: measured, and it proves neither · open: not measured. */
export type AcceptanceVerdict = 'passed' | 'failed' | 'again' | 'unsure' | 'open'

/** One thing that the customer was promised, with what shows it. */
export interface AcceptanceRow {
  id: string
  about: 'reach' | 'coverage' | 'throughput'
  promise: string
  verdict: AcceptanceVerdict
  /** What was found, in words; empty: nothing. */
  shown: string
  source: Observation['source'] | null
  who: string
  /** ISO 8601; null: never. */
  at: string | null
}

/** A throughput test with its verdict. */
export interface JudgedTest {
  id: string
  at: string
  who: string
  deviceId: Id | null
  measured: boolean
  /** Datagrams alone: they say nothing of how much a link carries. */
  isUdp: boolean
  judged: RunJudgement
}

const NONE = { source: null, who: '', at: null } as const

/**
 * Everything that is asked for, one row each: who must and must not reach whom, each area's level, and that every access point carries what its
 * link can. Done when every row has passed.
 */
export function acceptance(
  site: Site,
  evidence: readonly Evidence[],
  observations: readonly Observation[],
  tests: readonly JudgedTest[],
): AcceptanceRow[] {
  return [
    ...evidence.map(reachRow),
    ...coverageRows(site, observations),
    ...accessPoints(site).map(({ id, name }) => throughputRow(id, name, tests)),
  ]
}

const STATES: Record<Evidence['state'], AcceptanceVerdict> = {
  proven: 'passed',
  contradicted: 'failed',
  old: 'again',
  unsure: 'unsure',
  open: 'open',
}

function reachRow({ requirement, fromName, toName, state, by, changed }: Evidence): AcceptanceRow {
  const must = requirement.strength === 'must'
  const answered = state === 'contradicted' ? !must : must
  const found = by === null || state === 'open' ? '' : answered ? 'answered' : 'no answer'
  return {
    id: `reach ${requirement.id}`,
    about: 'reach',
    promise: `${fromName} ${must ? 'must' : 'must not'} reach ${toName} (IPv4)`,
    verdict: STATES[state],
    shown: state === 'old' ? `${found}; changed since: ${changed.join(', ')}` : found,
    ...(by === null || state === 'open' ? NONE : { source: by.source, who: by.who, at: by.at }),
  }
}

/** Where an area was both walked and read by itself, the one with more points speaks for it. */
function coverageRows(site: Site, observations: readonly Observation[]): AcceptanceRow[] {
  const walked = new Map(walkClaims(site, walkOf(site, observations)).map((claim) => [claim.areaId, claim]))
  const newest = [...observations].sort((a, b) => b.at.localeCompare(a.at))
  return areaClaims(site, observations).map((said) => {
    const walk = walked.get(said.areaId)
    const claim = walk && walk.points >= said.points ? walk : said
    const outline = site.areas.find(({ id }) => id === said.areaId)?.outline ?? []
    const by = newest.find(({ seen }) =>
      claim === walk
        ? seen.kind === 'heard' && within(outline, seen.at)
        : seen.kind === 'level' && seen.areaId === said.areaId,
    )
    return coverageRow(claim, claim.points === 0 ? undefined : by)
  })
}

function coverageRow(claim: AreaClaim, by: Observation | undefined): AcceptanceRow {
  const { areaId, name, needDbm, points, verdict } = claim
  return {
    id: `coverage ${areaId}`,
    about: 'coverage',
    promise: `${name} has ${needDbm} dBm`,
    verdict:
      points === 0 ? 'open' : verdict.is === 'more' ? 'unsure' : verdict.is === 'pass' ? 'passed' : 'failed',
    shown: points === 0 ? '' : claimWords(claim, USUAL_CLAIM),
    ...(by ? { source: by.source, who: by.who, at: by.at } : NONE),
  }
}

function throughputRow(deviceId: Id, name: string, tests: readonly JudgedTest[]): AcceptanceRow {
  const [last] = tests
    .filter((test) => test.deviceId === deviceId && !test.isUdp)
    .sort((a, b) => b.at.localeCompare(a.at))
  const row = {
    id: `throughput ${deviceId}`,
    about: 'throughput' as const,
    promise: `${name} carries what its link can`,
  }
  if (!last) return { ...row, verdict: 'open', shown: '', ...NONE }
  const { outcome, judgements } = last.judged
  return {
    ...row,
    verdict: outcome === 'pass' ? 'passed' : outcome === 'fail' ? 'failed' : 'unsure',
    shown: `${judgements.map(({ direction, measuredMbps }) => `${direction} ${measuredMbps.toFixed(0)} Mbit/s`).join(', ')}: ${OUTCOME_WORDS[outcome]}`,
    source: last.measured ? 'measured' : 'imported',
    who: last.who,
    at: last.at,
  }
}
