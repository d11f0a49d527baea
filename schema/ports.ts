import Joi from 'joi'
import type { Port } from '~/core/plan'
import { choice, flag, vlanId } from './fields'

export const portNumber = () => Joi.number().integer().min(1).max(256)
export const speed = () => Joi.number().valid(10, 100, 1000, 2500, 5000, 10000)

/**
 * The careful default where IEEE 802.1Q leaves a choice: an access port is on VLAN 1 and admits untagged frames only; a
 * trunk admits all, and drops untagged ones unless it is given a native VLAN.
 */
const byMode =
  <T>(access: T, trunk: T) =>
  (port: { mode?: string }): T =>
    port.mode === 'trunk' ? trunk : access

/** Some exports repeat the native VLAN among the tagged ones: it leaves untagged all the same (IEEE 802.1Q-2022 6.9.2). */
const nativeOnce = (port: Port): Port =>
  port.nativeVlan !== null && port.taggedVlans.includes(port.nativeVlan)
    ? { ...port, taggedVlans: port.taggedVlans.filter((vlanId) => vlanId !== port.nativeVlan) }
    : port

export const port = Joi.object({
  number: portNumber().required(),
  mode: choice('access', 'trunk').default('access'),
  nativeVlan: vlanId().allow(null).default(byMode(1, null)),
  taggedVlans: Joi.array().items(vlanId()).unique().max(4094).default([]),
  admit: choice('all', 'untaggedOnly', 'taggedOnly').default(byMode('untaggedOnly', 'all')),
  ingressFilter: flag(true),
  poe: flag(false),
  speedMbps: speed().allow(null).default(null),
}).custom(nativeOnce, 'the native VLAN is not repeated among the tagged ones')
