import type { Ip } from '../../../plan'
import type { HereCheck, HereTest } from './types'

/** One host that was asked, and what came of it. */
export interface HereResult extends HereTest {
  answered: boolean
  meanMs: number | null
  /** In words, where it was not answered. */
  why: string | null
}

/**
 * ok: as it must be · fails: it is not · unsure: nobody has seen that host answer anybody, so that its silence proves nothing; or it
 * is the gateway, which need not answer.
 */
export type HereVerdict = 'ok' | 'fails' | 'unsure'

/** `alive`: addresses that were seen to answer somebody. */
export function hereVerdict(result: HereResult, alive: ReadonlySet<Ip>): HereVerdict {
  const { answered, strength, ip } = result
  if (strength === null) return answered ? 'ok' : 'unsure'
  if (strength === 'mustNot') return answered ? 'fails' : alive.has(ip) ? 'ok' : 'unsure'
  return answered ? 'ok' : 'fails'
}

/** A sentence for one of them. */
export function hereWords(
  { label, ip, strength, answered, meanMs, why }: HereResult,
  verdict: HereVerdict,
): string {
  const asked =
    strength === null ? '' : strength === 'mustNot' ? 'must not be reached: ' : 'must be reached: '
  const came = answered
    ? `answered${meanMs === null ? '' : ` in ${meanMs.toFixed(1)} ms`}`
    : (why ?? 'no answer')
  const doubt =
    verdict === 'unsure' && strength === 'mustNot'
      ? ' Nobody has seen it answer yet: ask it from its own network first.'
      : ''
  return `${label} (${ip}) ${asked}${came}${doubt}`
}

/** Whether anything that was read or asked here is not as planned. */
export const failsHere = (
  checks: readonly HereCheck[],
  results: readonly HereResult[],
  alive: ReadonlySet<Ip>,
): boolean =>
  checks.some(({ ok }) => ok === false) || results.some((one) => hereVerdict(one, alive) === 'fails')

export const HERE_WHAT: Record<HereCheck['what'], string> = {
  link: 'link',
  address: 'address',
  mask: 'mask',
  gateway: 'gateway',
  nameServers: 'name servers',
  speed: 'speed',
  neighbour: 'other end',
  ssid: 'SSID',
}
