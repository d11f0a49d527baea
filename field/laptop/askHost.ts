import { readPing } from '~/core/formats'
import { isIp } from '~/core/network/addressing'
import type { Ip } from '~/core/plan'
import { runHere } from './tools'
import type { Run } from './tools'

/** What asking one host came to. */
export interface Asked {
  answered: boolean
  meanMs: number | null
  /** In words, where it was not answered. */
  why: string | null
}

/** Three questions, a second for each answer: one that gets lost is not taken for a closed way. */
const PING = ['-n', '-c', '3', '-i', '0.2', '-W', '1'] as const

/**
 * Asks one address by ping, bounded in count and time. Nothing but an IPv4 address is ever handed to the program: a name that looks
 * like an option is refused here, whoever let it through.
 */
export async function askHost(ip: Ip, run: Run = runHere, signal?: AbortSignal): Promise<Asked> {
  if (!isIp(ip)) throw new RangeError(`not an IPv4 address: ${JSON.stringify(ip)}`)
  const said = await run('ping', [...PING, ip], signal)
  if (said.why === 'missing') return not('This machine has no “ping”.')
  if (said.why === 'cancelled') return not('Cancelled.')
  if (said.why === 'tooLong') return not('The ping did not come to its end.')
  const read = readPing(said.out)
  if (!read) return not('No way there: the laptop has no address or no route.')
  if (read.received > 0) return { answered: true, meanMs: read.meanMs, why: null }
  return not(read.refused ? `Refused on the way: ${read.refused}.` : 'No answer.')
}

const not = (why: string): Asked => ({ answered: false, meanMs: null, why })
