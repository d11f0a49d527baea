import Joi from 'joi'
import type { Outcome, Problem } from '~/core/lib/outcome'
import type { Seen } from '~/core/judge/proof'
import { actorFields } from './actor'
import { choice, id, ip, name, text } from './fields'
import { band, point } from './ground'
import { check } from './problems'

const to = Joi.alternatives()
  .try(
    Joi.object({ networkId: id().required() }),
    Joi.object({ deviceId: id().required() }),
    choice('internet'),
  )
  .required()

const place = () => Joi.string().max(200).required()

const SHAPES: Record<Seen['kind'], Joi.ObjectSchema> = {
  running: Joi.object({ kind: Joi.valid('running').required(), deviceId: id().required() }),
  address: Joi.object({
    kind: Joi.valid('address').required(),
    attachmentId: place(),
    ip: ip().allow(null).required(),
    gateway: ip().allow(null),
  }),
  ping: Joi.object({
    kind: Joi.valid('ping').required(),
    fromNetworkId: id().required(),
    to,
    answered: Joi.boolean().required(),
    ip: ip(),
    attachmentId: Joi.string().max(200),
  }),
  /** Below −120 dBm nothing is received, above 0 dBm nothing is sent by such gear. */
  level: Joi.object({
    kind: Joi.valid('level').required(),
    areaId: id().required(),
    rssiDbm: Joi.number().min(-120).max(0).required(),
  }),
  heard: Joi.object({
    kind: Joi.valid('heard').required(),
    levelId: id().required(),
    at: point().required(),
    deviceId: id().required(),
    band: band().required(),
    rssiDbm: Joi.number().min(-120).max(0).allow(null).required(),
    client: Joi.string().trim().max(80).empty('').allow(null).default(null),
    bssid: Joi.string()
      .trim()
      .lowercase()
      .pattern(/^([0-9a-f]{2}:){5}[0-9a-f]{2}$/, 'BSSID'),
  }),
  linkSpeed: Joi.object({
    kind: Joi.valid('linkSpeed').required(),
    attachmentId: place(),
    speedMbps: Joi.number().integer().min(1).max(800_000).required(),
  }),
  neighbour: Joi.object({
    kind: Joi.valid('neighbour').required(),
    attachmentId: place(),
    name: name(200).required(),
    port: name(80).required(),
  }),
  name: Joi.object({
    kind: Joi.valid('name').required(),
    attachmentId: place(),
    name: Joi.string().hostname().max(253).required(),
    server: ip().required(),
    ip: ip().allow(null).required(),
  }),
  port: Joi.object({
    kind: Joi.valid('port').required(),
    attachmentId: place(),
    deviceId: id().required(),
    ip: ip().required(),
    port: Joi.number().integer().min(1).max(65_535).required(),
    open: Joi.boolean().required(),
  }),
  registration: Joi.object({
    kind: Joi.valid('registration').required(),
    deviceId: id().required(),
    rateMbps: Joi.number().min(0).max(100_000).required(),
    snrDb: Joi.number().min(-20).max(100).allow(null).default(null),
  }),
  roam: Joi.object({
    kind: Joi.valid('roam').required(),
    ssidId: id().required(),
    changes: Joi.number().integer().min(0).max(10_000).required(),
    lowestDbm: Joi.number().min(-120).max(0).required(),
    longestGapS: Joi.number().min(0).max(86_400).required(),
    stickyS: Joi.number().min(0).max(86_400).required(),
  }),
  login: Joi.object({
    kind: Joi.valid('login').required(),
    ssidId: id().required(),
    user: name(120).required(),
    accepted: Joi.boolean().required(),
    vlanId: Joi.number().integer().min(1).max(4094).allow(null).default(null),
  }),
  led: Joi.object({
    kind: Joi.valid('led').required(),
    deviceId: id().required(),
    led: name(80).required(),
    colour: name(40).required(),
    pattern: choice('dark', 'steady', 'slow', 'quick').required(),
  }),
  signed: Joi.object({ kind: Joi.valid('signed').required() }),
}
const KINDS = Object.keys(SHAPES) as Seen['kind'][]

const request = Joi.object({
  ...actorFields,
  who: name(80).required(),
  place: text(120),
  source: choice('typed', 'imported').default('typed'),
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
  /** What is pasted or read in from another program is said to be so; only the laptop itself measures. */
  source: 'typed' | 'imported'
  seen: Seen[]
  request: string | null
}

export function readSaid(data: unknown): Outcome<Said> {
  const outer = check<Said>(request, data)
  if (!outer.ok) return outer
  const problems = outer.value.seen.flatMap((one, i) => seenProblems(one, ['seen', i]))
  return problems.length > 0 ? { ok: false, problems } : outer
}

/** What is wrong with one thing seen, by its own kind's shape. */
export function seenProblems(one: Seen, at: Problem['path']): Problem[] {
  const shape = SHAPES[one.kind] as Joi.ObjectSchema | undefined
  if (!shape)
    return [
      {
        path: [...at, 'kind'],
        code: 'seen.kind',
        message: `“${String(one.kind)}” is no kind of observation. Accepted: ${KINDS.join(', ')}.`,
      },
    ]
  const checked = check<Seen>(shape, one)
  return checked.ok ? [] : checked.problems.map((problem) => ({ ...problem, path: [...at, ...problem.path] }))
}
