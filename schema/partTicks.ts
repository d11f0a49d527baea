import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import { TICKS } from '~/core/record'
import type { TickState } from '~/core/record'
import { actorFields } from './actor'
import { choice, name } from './fields'
import { check } from './problems'

export interface Ticks {
  state: TickState
  is: boolean
  parts: { key: string; count: number }[]
  who: string
}

const ticks = Joi.object({
  ...actorFields,
  state: choice(...TICKS).required(),
  is: Joi.boolean().required(),
  parts: Joi.array()
    .items(Joi.object({ key: name(80).required(), count: Joi.number().min(0).max(1_000_000).required() }))
    .min(1)
    .max(5000)
    .required(),
})

export const readTicks = (data: unknown): Outcome<Ticks> => check<Ticks>(ticks, data)
