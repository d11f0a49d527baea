import Joi from 'joi'
import type { Helper } from '~/core/judge/proof'
import type { Outcome } from '~/core/lib/outcome'
import { choice, id, ip } from './fields'
import { check } from './problems'

/** Where the laptop is said to be, and which of its interfaces is meant. */
interface At {
  attachmentId: string
  interfaceName: string | null
  who: string
}

/** What a person asks the laptop for. look: what it is plugged into · keep: that, filed · ask: one of the hosts, filed. */
export type HereRequest =
  | (At & { kind: 'look' | 'keep' })
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

const anyRequest = Joi.object({ kind: choice('look', 'keep', 'ask').required() }).unknown()

export function readHereRequest(data: unknown): Outcome<HereRequest> {
  const kind = check<{ kind: HereRequest['kind'] }>(anyRequest, data)
  if (!kind.ok) return kind
  const fields = { kind: Joi.valid(kind.value.kind), ...at, ...(kind.value.kind === 'ask' ? ASK : {}) }
  return check<HereRequest>(Joi.object(fields), data)
}
