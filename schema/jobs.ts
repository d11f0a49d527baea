import Joi from 'joi'
import { JOB_IDS } from '~/core/guide/jobs'
import type { JobId } from '~/core/guide/jobs'
import type { Outcome } from '~/core/lib/outcome'
import { actorFields } from './actor'
import { choice, id } from './fields'
import { check } from './problems'

/** A job with what has been said so far, on the revision that is on screen; with `take` it is made. */
export interface JobRequest {
  job: JobId
  take: boolean
  answers: Record<string, string | number | boolean>
}

const MOST_ANSWERS = 40
const MOST_TEXT = 4000

const answers = Joi.object()
  .pattern(id(), Joi.alternatives(Joi.string().allow('').max(MOST_TEXT), Joi.number(), Joi.boolean()))
  .max(MOST_ANSWERS)

const shape = Joi.object({
  ...actorFields,
  job: choice(...JOB_IDS).required(),
  take: Joi.boolean().required(),
  answers: answers.required(),
})

export const readJobRequest = (data: unknown): Outcome<JobRequest> => check<JobRequest>(shape, data)

/** Answers as a file has them: an object of question and answer. */
export const readAnswers = (data: unknown): Outcome<JobRequest['answers']> =>
  check<JobRequest['answers']>(answers, data)
