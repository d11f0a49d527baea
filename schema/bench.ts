import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import { choice, id } from './fields'
import { check } from './problems'

export type BenchRequest =
  | { kind: 'setUp' | 'clear' | 'step' | 'replan' }
  | { kind: 'speed'; speed: number }
  | { kind: 'powerOn' | 'cutPower' | 'adopt' | 'reset'; deviceId: string }
  | { kind: 'pullCable' | 'plugCable'; linkId: string }
  | { kind: 'powerAll' | 'adoptAll' }

const when = (kinds: string[], schema: Joi.Schema) =>
  Joi.when('kind', { is: Joi.valid(...kinds), then: schema, otherwise: Joi.forbidden() })

const request = Joi.object({
  kind: choice(
    'setUp',
    'clear',
    'step',
    'replan',
    'speed',
    'powerAll',
    'adoptAll',
    'powerOn',
    'cutPower',
    'adopt',
    'reset',
    'pullCable',
    'plugCable',
  ).required(),
  speed: when(['speed'], Joi.number().valid(0, 1, 10, 60).required()),
  deviceId: when(['powerOn', 'cutPower', 'adopt', 'reset'], id().required()),
  linkId: when(['pullCable', 'plugCable'], id().required()),
})

export const readBenchRequest = (data: unknown): Outcome<BenchRequest> => check(request, data)
