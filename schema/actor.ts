import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import { good } from '~/core/lib/outcome'
import { id } from './fields'
import { check } from './problems'

/** A name as it is asked once per browser; empty where nobody has said it yet. */
export const who = () => Joi.string().allow('').max(80).default('')

/** Names what was sent, so that it is not carried out twice. */
export const request = () => id().allow(null).default(null)

/** Who changes the plan, from which revision, and by which request: the fields that every change brings along. */
export const actorFields = {
  revision: Joi.number().integer().min(0).required(),
  mine: Joi.array().items(Joi.number().integer().min(0)).max(200).default([]),
  who: who(),
  request: request(),
}

const actor = Joi.object(actorFields).unknown(true)

export function readActor(
  data: unknown,
): Outcome<{ who: string; base: number; mine: number[]; request: string | null }> {
  const read = check<{ revision: number; mine: number[]; who: string; request: string | null }>(actor, data)
  if (!read.ok) return read
  const { revision, ...rest } = read.value
  return good({ who: rest.who.trim(), base: revision, mine: rest.mine, request: rest.request })
}
