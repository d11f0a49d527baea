import Joi from 'joi'
import { DEFAULT_PARTS_RULES } from '~/core/plan'
import { choice, name, someText } from './fields'
import { recordSchema } from './recordSchema'

/** More of one thing than this is a slip of the finger. */
const MOST = 100_000

const amount = () => Joi.number().min(0).max(MOST)

export const listedPart = recordSchema('parts', {
  key: someText(80),
  name: name(120).required(),
  unit: choice('piece', 'm'),
  count: amount(),
  have: amount(),
  rate: Joi.number().min(0).max(1_000_000).allow(null),
})

export const partsRules = Joi.object({
  wastePercent: Joi.number().min(0).max(100).default(DEFAULT_PARTS_RULES.wastePercent),
  reelM: Joi.number().min(1).max(5000).default(DEFAULT_PARTS_RULES.reelM),
  ends: choice('plugs', 'outlets').default(DEFAULT_PARTS_RULES.ends),
})
