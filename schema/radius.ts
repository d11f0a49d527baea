import Joi from 'joi'
import { id, name } from './fields'

export const secret = () => Joi.string().min(1).max(128).allow(null).default(null)
/** Ports go from 1 to 65535. Source: RFC 768. */
export const udpPort = () => Joi.number().integer().min(1).max(65535).default(1812)

export const radiusServer = Joi.object({
  port: udpPort(),
  clients: Joi.array()
    .items(Joi.object({ deviceId: id().required(), secret: secret() }))
    .max(1000)
    .default([]),
  users: Joi.array()
    .items(Joi.object({ name: name().required(), password: secret() }))
    .max(5000)
    .default([]),
})
