import Joi from 'joi'
import { RECORD_DEFAULTS } from '~/core/plan'
import { id } from './fields'

/** The schema of a record: its id, and each field with what it holds where nobody says otherwise. */
export function recordSchema(
  collection: keyof typeof RECORD_DEFAULTS,
  fields: Record<string, Joi.Schema>,
): Joi.ObjectSchema {
  const defaults = RECORD_DEFAULTS[collection] as Record<string, Joi.BasicType>
  const filled = Object.entries(fields).map(([name, field]) => [
    name,
    name in defaults ? field.default(defaults[name]) : field,
  ])
  return Joi.object({ id: id().required(), ...Object.fromEntries(filled) })
}
