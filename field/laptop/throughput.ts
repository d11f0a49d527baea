import { isIp } from '~/core/network/addressing'
import type { Direction } from '~/core/judge/proof'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { Ip } from '~/core/plan'
import { runHere } from './tools'
import type { Run } from './tools'

export interface ThroughputAsked {
  ip: Ip
  port: number
  direction: Direction
  seconds: number
  /** Offered by UDP; null: TCP, as much as goes. */
  udpMbps: number | null
}

/** So long one test may take. */
const MOST_SECONDS = 20

const refused = (message: string, field = 'ip') => bad({ path: [field], code: 'here.throughput', message })

/** What a person types at the other end, where the server is to run. */
export const serverCommand = (port: number): string => `iperf3 -s -1 -p ${port}`

/**
 * One way of a throughput test against a server on the site, by iperf3, bounded in time and rate: the text of its result, which may say why
 * it failed. Only an IPv4 address and numbers are ever handed to the program.
 */
export async function measureThroughput(
  { ip, port, direction, seconds, udpMbps }: ThroughputAsked,
  run: Run = runHere,
  signal?: AbortSignal,
): Promise<Outcome<string>> {
  if (!isIp(ip)) throw new RangeError(`not an IPv4 address: ${JSON.stringify(ip)}`)
  const whole = (value: number, most: number) => String(Math.max(1, Math.min(most, Math.round(value))))
  const said = await run(
    'iperf3',
    [
      ...['-c', ip, '-p', whole(port, 65_535), '-J', '-t', whole(seconds, MOST_SECONDS)],
      ...['--connect-timeout', '3000'],
      ...(direction === 'down' ? ['-R'] : []),
      ...(udpMbps === null ? [] : ['-u', '-b', `${whole(udpMbps, 10_000)}M`]),
    ],
    signal,
  )
  if (said.why === 'missing')
    return refused('This machine has no “iperf3”. Install it, or take in a result file.')
  if (said.why === 'cancelled') return refused('Cancelled.')
  if (said.why === 'tooLong')
    return refused(`The test with ${ip} did not come to its end. Is its server still running?`)
  return said.out.trim() === ''
    ? refused(`iperf3 printed nothing. Run “${serverCommand(port)}” at ${ip} first.`)
    : good(said.out)
}
