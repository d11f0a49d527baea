import Joi from 'joi'

/** Patterns stand as plain regular expressions so that the published JSON Schema can say the same. */
const OCTET = '(25[0-5]|2[0-4][0-9]|1[0-9][0-9]|[1-9]?[0-9])'
const IP = `${OCTET}(\\.${OCTET}){3}`
export const IP_PATTERN = new RegExp(`^${IP}$`)
const CIDR_PATTERN = new RegExp(`^${IP}/(3[0-2]|[12]?[0-9])$`)
const MAC_PATTERN = /^[0-9A-Fa-f]{2}(:[0-9A-Fa-f]{2}){5}$/
const VERSION_PATTERN = /^[0-9]+(\.[0-9]+){0,3}$/
const COUNTRY_PATTERN = /^[A-Z]{2}$/
const ID_PATTERN = /^[A-Za-z0-9_-]{1,40}$/

export const id = () => Joi.string().pattern(ID_PATTERN, 'id')
export const ref = () => id().allow(null).default(null)
/** A text that may be left out altogether. */
export const someText = (max: number) => Joi.string().allow('').max(max)
export const text = (max: number) => someText(max).default('')
export const name = (max = 60) => Joi.string().min(1).max(max)
export const ip = () => Joi.string().pattern(IP_PATTERN, 'ip')
export const optionalIp = () => ip().allow(null).default(null)
export const cidr = () => Joi.string().pattern(CIDR_PATTERN, 'cidr')
export const mac = () => Joi.string().pattern(MAC_PATTERN, 'mac').allow(null).default(null)
export const version = () => Joi.string().pattern(VERSION_PATTERN, 'version').allow(null).default(null)
export const someCountry = () => Joi.string().pattern(COUNTRY_PATTERN, 'country').allow(null)
export const country = () => someCountry().default(null)
/** VLAN ids 0 and 4095 are reserved. Source: IEEE 802.1Q-2022 table 9-2. */
export const vlanId = () => Joi.number().integer().min(1).max(4094)
export const flag = (fallback: boolean) => Joi.boolean().default(fallback)
export const choice = <T extends string>(...values: T[]) => Joi.string().valid(...values)
export const count = (max: number) => Joi.number().integer().min(0).max(max)
