import { lackingParts } from './listed'
import type { Rule } from './types'

/** A part that the plan needs and the parts list that was taken does not have. What gives power is POW-2's. */
export const par1: Rule = {
  code: 'PAR-1',
  check: ({ site }) => lackingParts(site, ({ group }) => group !== 'power'),
}
