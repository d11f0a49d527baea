import Joi from 'joi'
import type { Direction, Helper } from '~/core/judge/proof'
import type { Outcome } from '~/core/lib/outcome'
import type { Band, Point } from '~/core/plan'
import { choice, id, ip } from './fields'
import { band, point } from './ground'
import { check } from './problems'

/** Where the laptop is said to be, and which of its interfaces is meant. */
interface At {
  attachmentId: string
  interfaceName: string | null
  who: string
}

/** What a person asks the laptop for. look: what it is plugged into · keep: that, filed · ask: one of the hosts, filed · service: one of the servers, asked for what
 * it is there for, filed · joined: who serves its radio
 * now, one sample of it carried about · roamed: those samples, filed · scan: what it hears · heard: of the
 * last scan, the radios that are named, filed at a spot · throughput: one way of a test against a server on the site, filed. */
export type HereRequest =
  | (At & { kind: 'look' | 'keep' })
  | (At & { kind: 'service'; testId: string; name: string | null })
  | { kind: 'joined'; interfaceName: string | null; isFirst: boolean; who: string }
  | { kind: 'roamed'; ssidId: string; who: string }
  | { kind: 'scan'; interfaceName: string | null; who: string }
  | ({ kind: 'heard'; who: string } & HeardAt)
  | ({ kind: 'throughput'; interfaceName: string | null; who: string } & ThroughputWish)
  | (At & { kind: 'ask'; testId: string; outside: string | null; helpers: Helper[] })

const at = {
  attachmentId: Joi.string().max(200).required(),
  interfaceName: Joi.string().max(40).allow(null).default(null),
  who: Joi.string().trim().max(80).allow('').default(''),
}

const ASK = {
  testId: Joi.string().max(200).required(),
  outside: ip().allow(null).default(null),
  helpers: Joi.array()
    .items(Joi.object({ networkId: id().required(), ip: ip().required() }))
    .max(60)
    .default([]),
}

const radioOf = { deviceId: id().required(), band: band().required() }
const HEARD = {
  who: at.who,
  scanId: Joi.string().max(40).required(),
  levelId: id().required(),
  at: point().required(),
  client: Joi.string().trim().max(80).empty('').allow(null).default(null),
  matched: Joi.array()
    .items(Joi.object({ bssid: Joi.string().max(20).required(), ...radioOf }))
    .max(500)
    .required(),
  silent: Joi.array().items(Joi.object(radioOf)).max(500).default([]),
}
const THROUGHPUT = {
  deviceId: id().allow(null).required(),
  band: band().allow(null).required(),
  place: Joi.string().trim().max(120).allow('').default(''),
  ip: ip().required(),
  port: Joi.number().integer().min(1).max(65_535).default(5201),
  direction: choice('up', 'down').required(),
  seconds: Joi.number().integer().min(1).max(20).default(10),
  udpMbps: Joi.number().min(1).max(10_000).allow(null).default(null),
  linkMbps: Joi.number().min(1).max(400_000).allow(null).default(null),
  joins: Joi.string().max(40).allow(null).default(null),
}
const { attachmentId: _place, ...radio } = at
const FIELDS: Record<HereRequest['kind'], object> = {
  look: at,
  keep: at,
  ask: { ...at, ...ASK },
  service: { ...at, testId: ASK.testId, name: Joi.string().max(253).hostname().allow(null).default(null) },
  joined: { ...radio, isFirst: Joi.boolean().default(false) },
  roamed: { who: at.who, ssidId: id().required() },
  scan: radio,
  heard: HEARD,
  throughput: { ...radio, ...THROUGHPUT },
}

/** What a throughput test by this laptop goes over; `joins`: a test that has the other way already. */
export interface ThroughputWish {
  deviceId: string | null
  band: Band | null
  place: string
  ip: string
  port: number
  direction: Direction
  seconds: number
  udpMbps: number | null
  /** Where the laptop cannot tell its own link rate. */
  linkMbps: number | null
  joins: string | null
}

/** A spot of the chart, with which radio each BSSID of a scan is, and which radios were not in it. */
export interface HeardAt {
  scanId: string
  levelId: string
  at: Point
  client: string | null
  matched: { bssid: string; deviceId: string; band: Band }[]
  silent: { deviceId: string; band: Band }[]
}

const anyRequest = Joi.object({
  kind: choice(
    'look',
    'keep',
    'ask',
    'service',
    'joined',
    'roamed',
    'scan',
    'heard',
    'throughput',
  ).required(),
}).unknown()

export function readHereRequest(data: unknown): Outcome<HereRequest> {
  const kind = check<{ kind: HereRequest['kind'] }>(anyRequest, data)
  if (!kind.ok) return kind
  return check<HereRequest>(
    Joi.object({ kind: Joi.valid(kind.value.kind), ...FIELDS[kind.value.kind] }),
    data,
  )
}
