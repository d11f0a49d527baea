import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import type { Mapping } from '~/core/formats'
import { actorFields } from './actor'
import { choice } from './fields'
import { check } from './problems'

/** What is to be read from a table, by which columns; with `take` it is carried out. */
export interface CsvUpload {
  what: 'ports' | 'addresses'
  take: boolean
  revision: number
  who: string
  /** Null: as the headings suggest. */
  mapping: Mapping | null
}

const upload = Joi.object({
  what: choice('ports', 'addresses').required(),
  take: Joi.boolean().required(),
  ...actorFields,
  mapping: Joi.object()
    .pattern(Joi.string().max(40), Joi.number().integer().min(0).max(500).allow(null))
    .allow(null)
    .default(null),
})

export const readCsvUpload = (data: unknown): Outcome<CsvUpload> => check(upload, data)
