import { mbpsText } from '../../radio/airtime'
import { expectedRange } from './expected'
import type { ExpectedRange } from './expected'
import type { DirectionResult, LinkUnderTest, ThroughputRun, UdpResult } from './types'

export type Verdict = 'asExpected' | 'low' | 'above'

export interface Judgement {
  direction: DirectionResult['direction']
  verdict: Verdict
  measuredMbps: number
  /** Measured as a share of the wired baseline, where there is one. */
  ofBaseline: number | null
  says: string
}

export interface RunJudgement {
  expected: ExpectedRange
  judgements: Judgement[]
  /**
   * fail: a direction is low · question: one is above what the link can carry, so what was entered cannot be right ·
   * incomplete: one direction is missing · pass: both within the range.
   */
  outcome: 'pass' | 'fail' | 'question' | 'incomplete'
  /** Directions that nobody has measured. */
  missing: DirectionResult['direction'][]
}

/** Holds what the receiver counted against what the link can carry. The tariff and the number on the device play no part. */
export function judge(runs: ThroughputRun[], link: LinkUnderTest): RunJudgement {
  const expected = expectedRange(link)
  const results = runs.flatMap(({ results }) => results)
  const judgements = results.map((result) => judgeDirection(result, expected, link))
  const missing = (['up', 'down'] as const).filter(
    (way) => !results.some(({ direction }) => direction === way),
  )
  return { expected, judgements, outcome: outcomeOf(judgements, missing.length), missing }
}

function outcomeOf(judgements: Judgement[], missing: number): RunJudgement['outcome'] {
  if (judgements.some(({ verdict }) => verdict === 'low')) return 'fail'
  if (judgements.some(({ verdict }) => verdict === 'above')) return 'question'
  return missing > 0 ? 'incomplete' : 'pass'
}

/** How a test ended, in words. */
export const OUTCOME_WORDS: Record<RunJudgement['outcome'], string> = {
  pass: 'passed',
  fail: 'too low',
  question: 'to be cleared up: more than the link can carry',
  incomplete: 'one way only so far',
}

/** Of so many datagrams one may be lost, and so much may their spacing vary. Source: ITU-T Y.1541 table 1, class 0 (calls). */
export const MOST_LOST_SHARE = 1e-3
export const MOST_JITTER_MS = 50

/** A UDP test offers a rate; what counts is how much of it comes through, and how evenly. */
function judgeDatagrams(result: DirectionResult, udp: UdpResult, link: LinkUnderTest): Judgement {
  const measuredMbps = result.receivedMbps
  const lost = udp.packets === 0 ? 1 : udp.lost / udp.packets
  const isFine = lost <= MOST_LOST_SHARE && udp.jitterMs <= MOST_JITTER_MS
  return {
    direction: result.direction,
    verdict: isFine ? 'asExpected' : 'low',
    measuredMbps,
    ofBaseline: link.baselineMbps === null ? null : measuredMbps / link.baselineMbps,
    says: `${(lost * 100).toFixed(lost < 0.01 ? 2 : 1)} % of ${udp.packets} datagrams lost, spacing varies by ${udp.jitterMs.toFixed(2)} ms${udp.offeredMbps === null ? '' : `, of ${mbpsText(udp.offeredMbps)} Mbit/s offered`}. Calls bear ${MOST_LOST_SHARE * 100} % and ${MOST_JITTER_MS} ms (ITU-T Y.1541, class 0).`,
  }
}

function judgeDirection(result: DirectionResult, expected: ExpectedRange, link: LinkUnderTest): Judgement {
  if (result.udp) return judgeDatagrams(result, result.udp, link)
  const measuredMbps = result.receivedMbps
  const verdict =
    measuredMbps < expected.lowMbps ? 'low' : measuredMbps > expected.highMbps ? 'above' : 'asExpected'
  return {
    direction: result.direction,
    verdict,
    measuredMbps,
    ofBaseline: link.baselineMbps === null ? null : measuredMbps / link.baselineMbps,
    says: sentence(verdict, measuredMbps, expected, link),
  }
}

function sentence(
  verdict: Verdict,
  measuredMbps: number,
  expected: ExpectedRange,
  link: LinkUnderTest,
): string {
  const range = `${mbpsText(expected.lowMbps)} to ${mbpsText(expected.highMbps)} Mbit/s`
  switch (verdict) {
    case 'asExpected':
      return `${mbpsText(measuredMbps)} Mbit/s, within the ${range} that this link should carry.`
    case 'low':
      return `${mbpsText(measuredMbps)} Mbit/s, below the ${range} that this link should carry. ${lowAdvice(link)}`
    case 'above':
      return `${mbpsText(measuredMbps)} Mbit/s, more than the ${range} that this link can carry, so one of the two figures is wrong: usually the link rate that was entered.`
  }
}

const lowAdvice = (link: LinkUnderTest): string =>
  link.medium === 'wired'
    ? 'Look at the negotiated speed at both ends and at the cable.'
    : 'Wait 30 to 60 s or rejoin in case the client holds on to a far access point, then test again; look at channel and distance.'
