import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import { SIGNING_ROLES } from '~/core/record'
import { choice } from './fields'
import { check } from './problems'

/** Those who sign a record; drawn lines within a box of 1 by 0.4. */
export interface Signing {
  revision: number
  who: string
  signatures: { role: string; name: string; at: string | null; strokes: [number, number][][] }[]
}

const share = () => Joi.number().min(-0.2).max(1.2).required()

const signing = Joi.object({
  revision: Joi.number().integer().min(1).required(),
  who: Joi.string().allow('').max(80).default(''),
  signatures: Joi.array()
    .items(
      Joi.object({
        role: choice(...SIGNING_ROLES).required(),
        name: Joi.string().trim().min(1).max(80).required(),
        at: Joi.string().isoDate().allow(null).default(null),
        strokes: Joi.array()
          .items(Joi.array().items(Joi.array().ordered(share(), share()).length(2)).max(5000))
          .max(200)
          .default([]),
      }),
    )
    .unique('role')
    .min(1)
    .max(SIGNING_ROLES.length)
    .required(),
})

export const readSigning = (data: unknown): Outcome<Signing> => check<Signing>(signing, data)
