import type { Outcome } from './stages'

/**
 * reaches: from everywhere to everybody, as planned · foreign: the same, with an address of another network somewhere ·
 * keptOut: on purpose, from everywhere · fails: from nowhere, and not on purpose · inPart: it depends on who and where.
 */
export type Verdict = Outcome | 'inPart'

/** The verdicts in words, as every screen and export says them. */
export const VERDICT_WORDS: Record<Verdict, string> = {
  reaches: 'reaches',
  foreign: 'reaches with an address of another network',
  keptOut: 'kept out',
  fails: 'fails',
  inPart: 'in part',
}

/** Reached from everywhere, be it with an address of another network: what a requirement that must hold asks. */
export const isReached = (verdict: Verdict): boolean => verdict === 'reaches' || verdict === 'foreign'
