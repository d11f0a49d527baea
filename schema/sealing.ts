import Joi from 'joi'
import { good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { check } from './problems'

/** To whom keys are sealed, and to whom they are given. */
export interface Sealing {
  to: { passphrase: string } | { recipients: string[] }
  givenTo: string
  who: string
}

const sealing = Joi.object({
  passphrase: Joi.string().max(200),
  recipients: Joi.array().items(Joi.string().trim().min(1).max(4000)).min(1).max(20),
  givenTo: Joi.string().trim().min(1).max(120).required(),
  who: Joi.string().allow('').max(80).default(''),
}).xor('passphrase', 'recipients')

type Given = Omit<Sealing, 'to'> & { passphrase?: string; recipients?: string[] }

export function readSealing(data: unknown): Outcome<Sealing> {
  const checked = check<Given>(sealing, data)
  if (!checked.ok) return checked
  const { passphrase, recipients = [], givenTo, who } = checked.value
  return good({ to: passphrase === undefined ? { recipients } : { passphrase }, givenTo, who })
}
