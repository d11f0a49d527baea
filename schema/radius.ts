import Joi from 'joi'
import { choice, id, name } from './fields'

export const secret = () => Joi.string().min(1).max(128).allow(null).default(null)
/** Ports go from 1 to 65535. Source: RFC 768. */
export const udpPort = () => Joi.number().integer().min(1).max(65535).default(1812)

/** Ways of proving oneself by 802.1X. */
export const eapMethod = () => choice('peap', 'ttls', 'tls')
/** The name of an authority that signs certificates. */
export const authority = () => Joi.string().trim().max(120).allow('')

export const radiusServer = Joi.object({
  port: udpPort(),
  methods: Joi.array().items(eapMethod()).min(1).unique().default(['peap']),
  authority: authority().default(''),
  clients: Joi.array()
    .items(Joi.object({ deviceId: id().required(), secret: secret() }))
    .max(1000)
    .default([]),
  users: Joi.array()
    .items(Joi.object({ name: name().required(), password: secret() }))
    .max(5000)
    .default([]),
})
