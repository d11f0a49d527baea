import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import type { Seen } from '~/core/judge/proof'
import { actorFields } from './actor'
import { choice, id, ip, name, text } from './fields'
import { check } from './problems'

const to = Joi.alternatives()
  .try(Joi.object({ networkId: id().required() }), choice('internet'))
  .required()

const SHAPES: Record<Seen['kind'], Joi.ObjectSchema> = {
  running: Joi.object({ kind: Joi.valid('running').required(), deviceId: id().required() }),
  address: Joi.object({
    kind: Joi.valid('address').required(),
    attachmentId: Joi.string().max(200).required(),
    ip: ip().allow(null).required(),
  }),
  ping: Joi.object({
    kind: Joi.valid('ping').required(),
    fromNetworkId: id().required(),
    to,
    answered: Joi.boolean().required(),
  }),
  /** Below −120 dBm nothing is received, above 0 dBm nothing is sent by such gear. */
  level: Joi.object({
    kind: Joi.valid('level').required(),
    areaId: id().required(),
    rssiDbm: Joi.number().min(-120).max(0).required(),
  }),
  signed: Joi.object({ kind: Joi.valid('signed').required() }),
}
const KINDS = Object.keys(SHAPES) as Seen['kind'][]

const request = Joi.object({
  ...actorFields,
  who: name(80).required(),
  place: text(120),
  seen: Joi.array()
    .items(
      Joi.object({ kind: choice(...KINDS).required() })
        .unknown(true)
        .required(),
    )
    .min(1)
    .max(2000)
    .required(),
})

/** What a person says that they saw, several at once: who, where, and against which revision. */
export interface Said {
  revision: number
  who: string
  place: string
  seen: Seen[]
  request: string | null
}

export function readSaid(data: unknown): Outcome<Said> {
  const outer = check<Said>(request, data)
  if (!outer.ok) return outer
  const problems = outer.value.seen.flatMap((one, i) => {
    const checked = check<Seen>(SHAPES[one.kind], one)
    return checked.ok ? [] : checked.problems.map((p) => ({ ...p, path: ['seen', i, ...p.path] }))
  })
  return problems.length > 0 ? { ok: false, problems } : outer
}
