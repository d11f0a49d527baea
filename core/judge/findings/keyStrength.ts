import { zxcvbn, zxcvbnOptions } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary as common } from '@zxcvbn-ts/language-common'
import { dictionary as english } from '@zxcvbn-ts/language-en'
import { remembered } from '../../lib/remembered'

/** The lists are put in order when the first key is looked at, not by whoever only reads a plan. */
let isPrepared = false
function prepare(): void {
  if (isPrepared) return
  zxcvbnOptions.setOptions({ dictionary: { ...common, ...english }, graphs: adjacencyGraphs })
  isPrepared = true
}

/**
 * How many guesses find a key, as somebody would guess who knows words, names, dates, keyboards and the passwords of leaked lists.
 * By the package @zxcvbn-ts/core, after D. L. Wheeler, "zxcvbn: Low-Budget Password Strength Estimation", USENIX Security 2016.
 */
export const guessesFor = remembered((key: string): number => {
  prepare()
  return zxcvbn(key).guesses
})

/**
 * Guesses per second at a recorded WPA handshake, where each costs 4096 rounds of HMAC-SHA-1 (IEEE 802.11-2020 annex J.4).
 * assumed: one fast graphics card; from memory.
 */
export const GUESSES_PER_S = 1e6

/** Fewer than these are through in a working day. Common practice, no source. */
export const FEWEST_GUESSES = 8 * 3600 * GUESSES_PER_S

/** How long it takes to try so many, in words. */
export function timeWords(guesses: number): string {
  const seconds = guesses / GUESSES_PER_S
  if (seconds < 1) return 'at once'
  if (seconds < 120) return `in ${Math.round(seconds)} s`
  return seconds < 7200 ? `in ${Math.round(seconds / 60)} min` : `in ${Math.round(seconds / 3600)} h`
}
