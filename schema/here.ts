import Joi from 'joi'
import type { Helper } from '~/core/judge/proof'
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

/** What a person asks the laptop for. look: what it is plugged into · keep: that, filed · ask: one of the hosts, filed · scan: what it hears · heard: of the
 * last scan, the radios that are named, filed at a spot. */
export type HereRequest =
  | (At & { kind: 'look' | 'keep' })
  | { kind: 'scan'; interfaceName: string | null; who: string }
  | ({ kind: 'heard'; who: string } & HeardAt)
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
const { attachmentId: _place, ...radio } = at
const FIELDS: Record<HereRequest['kind'], object> = {
  look: at,
  keep: at,
  ask: { ...at, ...ASK },
  scan: radio,
  heard: HEARD,
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

const anyRequest = Joi.object({ kind: choice('look', 'keep', 'ask', 'scan', 'heard').required() }).unknown()

export function readHereRequest(data: unknown): Outcome<HereRequest> {
  const kind = check<{ kind: HereRequest['kind'] }>(anyRequest, data)
  if (!kind.ok) return kind
  return check<HereRequest>(
    Joi.object({ kind: Joi.valid(kind.value.kind), ...FIELDS[kind.value.kind] }),
    data,
  )
}
