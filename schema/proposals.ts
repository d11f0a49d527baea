import Joi from 'joi'
import type { Outcome } from '~/core/lib/outcome'
import type { AddressPlanAims, NumberingMethod, SecondRouterAims } from '~/core/guide/proposals'
import { actorFields } from './actor'
import { choice, cidr, count, id } from './fields'
import { check } from './problems'

/** What a helper is asked for, on the revision that is on screen; with `take` it is carried out. */
export type ProposalRequest = { take: boolean } & (
  | ({ kind: 'addresses' } & AddressPlanAims)
  | { kind: 'vlans'; method: NumberingMethod }
  | { kind: 'trunks' }
  | { kind: 'ports'; switchId: string; alsoPlug: string[] }
  | ({ kind: 'secondRouter' } & SecondRouterAims)
)

const base = { ...actorFields, take: Joi.boolean().required() }

const SHAPES: Record<ProposalRequest['kind'], Joi.ObjectSchema> = {
  addresses: Joi.object({
    ...base,
    kind: Joi.valid('addresses').required(),
    block: cidr().required(),
    fixedRoom: count(60_000).required(),
    growthPercent: Joi.number().min(0).max(1000).required(),
  }),
  vlans: Joi.object({
    ...base,
    kind: Joi.valid('vlans').required(),
    method: choice('tens', 'thirdOctet').required(),
  }),
  trunks: Joi.object({ ...base, kind: Joi.valid('trunks').required() }),
  ports: Joi.object({
    ...base,
    kind: Joi.valid('ports').required(),
    switchId: id().required(),
    alsoPlug: Joi.array().items(id()).max(256).default([]),
  }),
  secondRouter: Joi.object({
    ...base,
    kind: Joi.valid('secondRouter').required(),
    routerId: id().required(),
    method: choice('lanToLan', 'lanToWan').required(),
    outerNetworkId: id().required(),
    at: Joi.object({
      deviceId: id().required(),
      port: Joi.number().integer().min(1).max(256).required(),
    }).required(),
  }),
}

const kindOnly = Joi.object({ kind: choice(...Object.keys(SHAPES)).required() }).unknown(true)

export function readProposalRequest(data: unknown): Outcome<ProposalRequest> {
  const kind = check<{ kind: ProposalRequest['kind'] }>(kindOnly, data)
  return kind.ok ? check<ProposalRequest>(SHAPES[kind.value.kind], data) : kind
}
