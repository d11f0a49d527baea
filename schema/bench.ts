import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import type { Action, TimedAction } from '~/core/world'
import { choice, flag, id, ip, name, optionalIp, version } from './fields'
import { portNumber } from './ports'
import { check } from './problems'

/** What a person asks of a bench: of the whole of it, or an action of somebody at it. */
export type BenchRequest =
  /** With a mistake hidden, if wished. */
  | { kind: 'setUp'; begins: 'carton' | 'prepared'; hides?: boolean }
  | { kind: 'clear' | 'step' | 'follow' }
  | { kind: 'speed'; speed: number }
  | { kind: 'powerAll' | 'adoptAll' }
  | { kind: 'many'; actions: Action[] }
  | { kind: 'do'; action: Action }

export const SPEEDS = [0, 1, 10, 60, 600] as const

const end = () => Joi.object({ deviceId: id().required(), port: portNumber().required() })

/** The fields of each action; the compiler finds one that is missing. */
const ACTIONS = {
  powerOn: { deviceId: id().required() },
  cutPower: { deviceId: id().required() },
  pullCable: { linkId: id().required() },
  plugCable: { linkId: id().required() },
  patch: { linkId: id().required(), a: end().required(), b: end().required() },
  adopt: { deviceId: id().required() },
  forget: { deviceId: id().required() },
  reset: { deviceId: id().required() },
  reboot: { deviceId: id().required() },
  laptop: {
    at: end().allow(null).default(null),
    addressing: choice('dhcp', 'fixed').default('dhcp'),
    ip: optionalIp(),
    prefixLength: Joi.number().integer().min(1).max(30).default(24),
    gateway: optionalIp(),
  },
  beside: { deviceId: id().required() },
  open: { deviceId: id().required() },
  type: { deviceId: id().required(), what: choice('all', 'management').default('all') },
  save: { deviceId: id().required() },
  apply: { deviceId: id().required() },
  setUp: { deviceId: id().required() },
  firmware: {
    deviceId: id().required(),
    version: version().invalid(null).required(),
    forTypeId: id().allow(null).default(null),
  },
  search: {
    controllerId: id().required(),
    from: ip().required(),
    to: ip().required(),
    mode: choice('staging', 'inUse').default('staging'),
    login: choice('factory', 'own').default('factory'),
  },
  slip: {
    code: Joi.string().max(12).allow(null).default(null),
    luck: Joi.number().integer().min(0).default(0),
  },
  reveal: {},
  licences: { controllerId: id().required(), ended: flag(true) },
} satisfies Record<Exclude<Action['kind'], 'replan' | 'set'>, Record<string, Joi.Schema>>

const KINDS = Object.keys(ACTIONS)

const anyAction = Joi.object({ kind: choice(...KINDS).required() }).unknown()

const only = (kind: BenchRequest['kind'], schema: Joi.Schema) =>
  Joi.when('kind', { is: kind, then: schema, otherwise: Joi.forbidden() })

const request = Joi.object({
  kind: choice('setUp', 'clear', 'step', 'follow', 'speed', 'powerAll', 'adoptAll', 'many', 'do').required(),
  begins: only('setUp', choice('carton', 'prepared').default('prepared')),
  hides: only('setUp', flag(false)),
  speed: only(
    'speed',
    Joi.number()
      .valid(...SPEEDS)
      .required(),
  ),
  action: only('do', Joi.object().unknown().required()),
  actions: only('many', Joi.array().items(Joi.object().unknown()).max(2000).required()),
})

export function readAction(data: unknown): Outcome<Action> {
  const kind = check<{ kind: Exclude<Action['kind'], 'replan' | 'set'> }>(anyAction, data)
  if (!kind.ok) return kind
  return check<Action>(Joi.object({ kind: Joi.valid(kind.value.kind), ...ACTIONS[kind.value.kind] }), data)
}

export function readBenchRequest(data: unknown): Outcome<BenchRequest> {
  const asked = check<{ kind: BenchRequest['kind']; speed?: number; action?: unknown; actions?: unknown[] }>(
    request,
    data,
  )
  if (!asked.ok) return asked
  const { kind } = asked.value
  if (kind === 'do') {
    const one = readAction(asked.value.action ?? {})
    return one.ok ? { ok: true, value: { kind, action: one.value } } : one
  }
  if (kind === 'many') {
    const all = (asked.value.actions ?? []).map(readAction)
    const bad = all.find((one) => !one.ok)
    return bad && !bad.ok
      ? bad
      : { ok: true, value: { kind, actions: all.flatMap((one) => (one.ok ? [one.value] : [])) } }
  }
  return asked as Outcome<BenchRequest>
}

/** Somebody who tries to log in at an SSID. */
export interface LoginTry {
  ssidId: string
  user: string
  password: string
}

const loginTry = Joi.object({
  ssidId: id().required(),
  user: name().required(),
  password: Joi.string().max(128).allow('').default(''),
})

export const readLogin = (data: unknown): Outcome<LoginTry> => check<LoginTry>(loginTry, data)

const script = Joi.array()
  .items(
    Joi.object({
      atS: Joi.number().min(0).max(31_536_000).required(),
      action: Joi.object().unknown().required(),
    }),
  )
  .max(100_000)

/** A script of actions with their times in seconds, in order. */
export function readScript(data: unknown): Outcome<TimedAction[]> {
  const listed = check<{ atS: number; action: unknown }[]>(script, data)
  if (!listed.ok) return listed
  const actions: TimedAction[] = []
  let last = 0
  for (const [i, { atS, action: given }] of listed.value.entries()) {
    if (atS < last)
      return {
        ok: false,
        problems: [
          {
            path: [i, 'atS'],
            code: 'action.past',
            message: `Action ${i + 1} is at ${atS} s, and the one before it at ${last} s: an action cannot be in the past. Put them in order.`,
          },
        ],
      }
    const one = readAction(given)
    if (!one.ok)
      return {
        ok: false,
        problems: one.problems.map((problem) => ({ ...problem, path: [i, 'action', ...problem.path] })),
      }
    actions.push({ atUs: Math.round(atS * 1e6), action: one.value })
    last = atS
  }
  return { ok: true, value: actions }
}
