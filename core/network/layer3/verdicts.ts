import type { Outcome } from './stages'

/**
 * reaches: from everywhere to everybody, as planned · foreign: the same, with an address of another network somewhere ·
 * keptOut: nothing gets through, on purpose wherever a client gets that far · fails: nothing does, and nobody meant that ·
 * inPart: it depends on who and where.
 */
export type Verdict = Outcome | 'inPart'

/** The verdicts in a word, where it is said beside them that they are about IPv4 alone: the other family is not planned yet. */
export const SHORT_WORDS: Record<Verdict, string> = {
  reaches: 'reaches',
  foreign: 'reaches with an address of another network',
  keptOut: 'kept out',
  fails: 'fails',
  inPart: 'in part',
}

/** The same where they stand alone, as in exports. */
export const VERDICT_WORDS: Record<Verdict, string> = {
  reaches: 'reaches by IPv4',
  foreign: 'reaches by IPv4 with an address of another network',
  keptOut: 'kept out by IPv4',
  fails: 'fails by IPv4',
  inPart: 'in part by IPv4',
}

/** How one way ended, in words, as the trace on screen and on the command line says it. */
export const ENDED_WORDS: Record<Outcome, string> = {
  reaches: 'Reached',
  foreign: 'Reached, and not as planned',
  keptOut: 'Kept out',
  fails: 'Not reached',
}

/** Reached from everywhere, be it with an address of another network: what a requirement that must hold asks. */
export const isReached = (verdict: Verdict): boolean => verdict === 'reaches' || verdict === 'foreign'
