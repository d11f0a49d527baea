import Joi from 'joi'
import { bad } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { SealedPart } from '~/core/record'
import { check } from './problems'

const VERSION = 1

const sealedPart = Joi.object({
  format: Joi.valid('yard-beacon-keys').required(),
  version: Joi.valid(VERSION).required(),
  site: Joi.string().max(200).required(),
  revision: Joi.number().integer().min(1).required(),
  writtenAt: Joi.string().max(40).required(),
  keys: Joi.array()
    .items(
      Joi.object({
        what: Joi.string().allow('').max(2000).required(),
        name: Joi.string().allow('').max(400).required(),
        where: Joi.string().max(800).required(),
        key: Joi.string().max(1000).required(),
      }),
    )
    .max(20_000)
    .required(),
})

/** What was sealed, from its text. */
export function readSealedPart(text: string): Outcome<SealedPart> {
  let data: unknown
  try {
    data = JSON.parse(text)
  } catch {
    return bad({
      path: [],
      code: 'sealed.json',
      message: 'What was sealed are no keys of a site: it is no JSON.',
    })
  }
  const version = (data as { version?: unknown } | null)?.version
  if (typeof version === 'number' && version > VERSION)
    return bad({
      path: ['version'],
      code: 'version.later',
      message: `These keys are of version ${version}; this program reads version ${VERSION}. Open them with a newer program.`,
    })
  return check<SealedPart>(sealedPart, data)
}
