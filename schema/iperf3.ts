import Joi from 'joi'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { isIp } from '~/core/network/addressing'
import type { Direction, DirectionResult, Interval, ThroughputRun, UdpResult } from '~/core/judge/proof'

/** Open format: the JSON that `iperf3 -J` prints (iperf 3.0 and later). Only the members read here are checked. */
interface Sum {
  start?: number
  end?: number
  seconds: number
  bytes: number
  bits_per_second: number
  retransmits?: number
  omitted?: boolean
  jitter_ms?: number
  lost_packets?: number
  packets?: number
}
interface Iperf3File {
  start: {
    version?: string
    timestamp?: { timesecs: number }
    connected?: { remote_host?: string }[]
    test_start: {
      protocol: string
      num_streams: number
      reverse?: number
      bidir?: number
      target_bitrate?: number
    }
  }
  intervals: { sum: Sum; sum_bidir_reverse?: Sum }[]
  end: {
    sum?: Sum
    sum_sent: Sum
    sum_received: Sum
    sum_sent_bidir_reverse?: Sum
    sum_received_bidir_reverse?: Sum
  }
}

const number = () => Joi.number().unsafe()
const sum = Joi.object({
  start: number(),
  end: number(),
  seconds: number().min(0).required(),
  bytes: number().min(0).required(),
  bits_per_second: number().min(0).required(),
  retransmits: number(),
  omitted: Joi.boolean(),
  jitter_ms: number().min(0),
  lost_packets: number(),
  packets: number().min(0),
}).unknown(true)

const file = Joi.object({
  start: Joi.object({
    version: Joi.string(),
    timestamp: Joi.object({ timesecs: number().required() }).unknown(true),
    connected: Joi.array().items(Joi.object({ remote_host: Joi.string() }).unknown(true)),
    test_start: Joi.object({
      protocol: Joi.string().required(),
      num_streams: number().required(),
      target_bitrate: number(),
      reverse: number(),
      bidir: number(),
    })
      .unknown(true)
      .required(),
  })
    .unknown(true)
    .required(),
  intervals: Joi.array()
    .items(Joi.object({ sum: sum.required(), sum_bidir_reverse: sum }).unknown(true))
    .required(),
  end: Joi.object({
    sum_sent: sum.required(),
    sum_received: sum.required(),
    sum_sent_bidir_reverse: sum,
    sum_received_bidir_reverse: sum,
  })
    .unknown(true)
    .required(),
}).unknown(true)

const refuse = (code: string, message: string) => bad({ path: [], code, message })

/**
 * A throughput test from the text of an iperf3 result file (3.0 and later, `-J` or `--json-stream`), or why it cannot be
 * used. Files of early versions do not say which way the data went: then `way` has to.
 */
export function readIperf3(source: string, way: Direction | null = null): Outcome<ThroughputRun> {
  const text = source.replace(/^\uFEFF/, '')
  if (text.trim() === '')
    return refuse('iperf3.empty', 'The file is empty. Run the test with -J and save what it prints.')
  const parsed = parse(text)
  if (!parsed.ok) return parsed
  const value = parsed.value
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return refuse('iperf3.notObject', 'The file is JSON, but not a result of iperf3: it has no members.')
  if ('error' in value)
    return refuse(
      'iperf3.failed',
      `The test itself failed: “${String(value.error).slice(0, 200)}”. Nothing was measured, so nothing can be recorded.`,
    )
  const protocol = (value as { start?: { test_start?: { protocol?: unknown } } }).start?.test_start?.protocol
  if (protocol !== undefined && protocol !== 'TCP' && protocol !== 'UDP')
    return refuse('iperf3.protocol', `This is a ${String(protocol)} test. Accepted: TCP and UDP.`)
  const { error } = file.validate(withSums(value), { abortEarly: false, convert: false })
  if (error)
    return {
      ok: false,
      problems: error.details.map(({ path, type, message }) => ({
        path,
        code: type,
        message: `Not a whole iperf3 result: ${message}.`,
      })),
    }
  const whole = withSums(value) as unknown as Iperf3File
  const forward = forwardOf(whole, way)
  return forward.ok ? good(runOf(whole, forward.value)) : forward
}

/** Versions before 3.11 give a UDP test one sum only, and count the sender's bytes in it: what arrived is what was not lost. */
function withSums(value: object): object {
  const { end } = value as { end?: { sum?: Sum; sum_sent?: Sum } }
  if (!end?.sum || end.sum_sent) return value
  const { sum } = end
  const share = sum.packets ? 1 - (sum.lost_packets ?? 0) / sum.packets : 1
  const received = { ...sum, bytes: sum.bytes * share, bits_per_second: sum.bits_per_second * share }
  return { ...value, end: { ...end, sum_sent: sum, sum_received: received } }
}

const WORDS: Record<Direction, string> = { up: 'up (from the client)', down: 'down (to the client, -R)' }

/** Which way the first results went: as the file says, or as the person does where it is silent. */
function forwardOf({ start, end }: Iperf3File, way: Direction | null): Outcome<Direction> {
  const { reverse, bidir } = start.test_start
  if (bidir === 1 || end.sum_sent_bidir_reverse) return good('up')
  const said = reverse === undefined ? null : reverse === 1 ? 'down' : 'up'
  if (said === null && way === null)
    return bad({
      path: ['way'],
      code: 'iperf3.way',
      message:
        'The file does not say which way the data went: versions before 3.1 leave that out. Say whether it was up, or down (-R).',
    })
  if (said !== null && way !== null && said !== way)
    return bad({
      path: ['way'],
      code: 'iperf3.otherWay',
      message: `You say ${WORDS[way]}, and the file says ${WORDS[said]}.`,
    })
  return good(said ?? way ?? 'up')
}

function parse(source: string): Outcome<unknown> {
  try {
    return good(JSON.parse(source))
  } catch {
    return stream(source)
  }
}

interface Event {
  event?: string
  data?: unknown
}

/** The events that `--json-stream` prints, one to a line, as the one result that they add up to. */
function stream(source: string): Outcome<unknown> {
  const events: Event[] = []
  for (const line of source.split('\n').filter((one) => one.trim() !== ''))
    try {
      events.push(JSON.parse(line) as Event)
    } catch {
      return refuse(
        'iperf3.notJson',
        'The file is not JSON, or it was cut off. Run the test with -J and save everything it prints.',
      )
    }
  const of = (name: string) => events.filter((one) => one?.event === name).map(({ data }) => data)
  const [error] = of('error')
  return good(
    error === undefined ? { start: of('start')[0], intervals: of('interval'), end: of('end')[0] } : { error },
  )
}

function runOf({ start, end, intervals }: Iperf3File, forward: Direction): ThroughputRun {
  const results = [
    result(
      forward,
      end.sum_sent,
      end.sum_received,
      intervals.map(({ sum }) => sum),
    ),
  ]
  if (end.sum_sent_bidir_reverse && end.sum_received_bidir_reverse) {
    const reverse = intervals.flatMap(({ sum_bidir_reverse }) => sum_bidir_reverse ?? [])
    results.push(result('down', end.sum_sent_bidir_reverse, end.sum_received_bidir_reverse, reverse))
  }
  const server = start.connected?.[0]?.remote_host
  const { protocol, target_bitrate: asked } = start.test_start
  if (protocol === 'UDP')
    for (const one of results)
      one.udp = udpOf(one.direction === forward ? end.sum_received : end.sum_received_bidir_reverse, asked)
  return {
    ...(server !== undefined && isIp(server) ? { server } : {}),
    tool: start.version ?? 'iperf 3',
    startedAt: start.timestamp ? new Date(start.timestamp.timesecs * 1000).toISOString() : null,
    streams: start.test_start.num_streams,
    results,
  }
}

const MEGA = 1e6

const result = (direction: Direction, sent: Sum, received: Sum, sums: Sum[]): DirectionResult => ({
  direction,
  sentMbps: sent.bits_per_second / MEGA,
  receivedMbps: received.bits_per_second / MEGA,
  sentBytes: sent.bytes,
  receivedBytes: received.bytes,
  retransmits: sent.retransmits ?? null,
  durationS: received.seconds,
  intervals: sums.filter(({ omitted }) => !omitted).map(interval),
})

const udpOf = (received: Sum | undefined, askedBps: number | undefined): UdpResult => ({
  jitterMs: received?.jitter_ms ?? 0,
  lost: received?.lost_packets ?? 0,
  packets: received?.packets ?? 0,
  offeredMbps: askedBps === undefined || askedBps <= 0 ? null : askedBps / MEGA,
})

const interval = (sum: Sum): Interval => ({
  startS: sum.start ?? 0,
  endS: sum.end ?? sum.seconds,
  mbps: sum.bits_per_second / MEGA,
  retransmits: sum.retransmits ?? null,
})
