import Joi from 'joi'
import type { BuiltWhat, QuietHours } from '~/core/guide/runbook'
import type { Outcome } from '~/core/lib/outcome'
import { choice, flag, id } from './fields'
import { portNumber } from './ports'
import { check } from './problems'

/** One step as the browser worked it out. */
export interface StepSent {
  placeId: string
  pageId: string | null
  changeIds: string[]
  minutes: number
}

/** What a person asks of the runbook. */
export type RunbookRequest =
  /** What is there: the plan as it is, or as it was at a revision; cartons; the bench; or a site file. */
  | { kind: 'mark'; who: string; what: BuiltWhat; revision: number | null; file: string | null }
  /** Where it is to lead: to the plan as it was at a revision. */
  | { kind: 'aim'; who: string; revision: number }
  /** The way back to what was marked as built, from however far it is. */
  | { kind: 'back'; who: string }
  | {
      kind: 'begin'
      who: string
      revision: number
      laptop: { deviceId: string; port: number }
      steps: StepSent[]
      isBest: boolean
      quiet: QuietHours | null
    }
  | { kind: 'tick' | 'untick'; who: string; step: number }
  /** Something else happened: of the step these changes were made, and the rest is to be worked out anew. */
  | { kind: 'odd'; who: string; step: number; changeIds: string[]; note: string }
  | { kind: 'drop'; who: string }

/** Characters of a site file. */
const MOST_FILE = 20_000_000

const ids = () => Joi.array().items(Joi.string().max(400)).max(2000)
const who = () => Joi.string().trim().max(80).allow('').default('')
const minute = () => Joi.number().integer().min(0).max(1439).required()
const revision = () => Joi.number().integer().min(0)
const step = () => Joi.number().integer().min(0).max(5000).required()

const REQUESTS: Record<RunbookRequest['kind'], Record<string, Joi.Schema>> = {
  mark: {
    what: choice('revision', 'cartons', 'staged', 'file').default('revision'),
    revision: revision().allow(null).default(null),
    file: Joi.string().max(MOST_FILE).allow(null).default(null),
  },
  aim: { revision: revision().required() },
  back: {},
  begin: {
    revision: revision().required(),
    laptop: Joi.object({ deviceId: id().required(), port: portNumber().required() }).required(),
    steps: Joi.array()
      .items(
        Joi.object({
          placeId: Joi.string().max(200).required(),
          pageId: id().allow(null).required(),
          changeIds: ids().min(1).required(),
          minutes: Joi.number().min(0).max(10_000).required(),
        }),
      )
      .max(5000)
      .required(),
    isBest: flag(false),
    quiet: Joi.object({ fromMin: minute(), toMin: minute().invalid(Joi.ref('fromMin')) })
      .allow(null)
      .default(null),
  },
  tick: { step: step() },
  untick: { step: step() },
  odd: {
    step: step(),
    changeIds: ids().required(),
    note: Joi.string().trim().max(500).allow('').default(''),
  },
  drop: {},
}

const anyRequest = Joi.object({ kind: choice(...Object.keys(REQUESTS)).required() }).unknown()

export function readRunbookRequest(data: unknown): Outcome<RunbookRequest> {
  const kind = check<{ kind: RunbookRequest['kind'] }>(anyRequest, data)
  if (!kind.ok) return kind
  const fields = REQUESTS[kind.value.kind]
  return check<RunbookRequest>(Joi.object({ kind: Joi.valid(kind.value.kind), who: who(), ...fields }), data)
}
