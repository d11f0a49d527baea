import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import { STAGES } from '~/core/guide/order'
import { request, who } from './actor'
import { choice, name, ref } from './fields'
import { check } from './problems'

const line = Joi.object({
  stage: choice(...STAGES.map(({ stage }) => stage)).required(),
  deviceId: ref(),
  text: name(500).required(),
  who: who(),
  request: request(),
  revision: Joi.any().strip(),
  mine: Joi.any().strip(),
})

export const readLogLine = (
  data: unknown,
): Outcome<{ stage: string; deviceId: string | null; text: string; who: string; request: string | null }> =>
  check(line, data)
