import Joi from 'joi'
import { IP_PATTERN, choice, count, flag, id, ip, mac, name, optionalIp, ref, text, version } from './fields'
import { secret, udpPort } from './radius'
import { recordSchema } from './recordSchema'

/** A name of labels, as a resolver takes it. Source: RFC 1123 section 2.1. */
const HOST_PATTERN =
  /^[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?(\.[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*$/
export const host = () => Joi.string().max(253).pattern(HOST_PATTERN, 'host name').allow(null).default(null)

/** Where a controller is: its address, or its name. What has no letter in it has to be an address. */
const ADDRESS_OR_NAME = new RegExp(`${IP_PATTERN.source}|(?=.*[A-Za-z])${HOST_PATTERN.source.slice(1)}`)
const hostOrIp = () =>
  Joi.string().max(253).pattern(ADDRESS_OR_NAME, 'address or name').allow(null).default(null)

const machine = Joi.object({
  vcpus: Joi.number().integer().min(1).max(512).required(),
  memoryGb: Joi.number().min(0.25).max(4096).required(),
  diskGb: Joi.number().min(1).max(100000).required(),
})

export const controllerPart = Joi.object({
  licences: count(100000).default(0),
  form: choice('appliance', 'virtual', 'builtIn', 'hosted').default('appliance'),
  publicIp: optionalIp(),
  stagingNetworkId: ref(),
  encryptsTunnels: flag(false),
  encryptionLicence: flag(false),
  allowList: Joi.array().items(mac().invalid(null)).max(5000).allow(null).default(null),
  timeServer: host(),
  dnsName: host(),
  machine: machine.allow(null).default(null),
  interfaces: Joi.number().valid(1, 3).default(1),
  isSetUp: flag(true),
})

export const adoptionPart = Joi.object({ controllerId: ref(), pointer: hostOrIp() })

export const clusterPart = Joi.object({
  name: text(32),
  passphrase: secret(),
  priority: Joi.number().integer().min(1).max(255).default(100),
  sharedIp: optionalIp(),
})

export const remotePart = Joi.object({
  latencyMs: Joi.number().min(0).max(10000).allow(null).default(null),
  householdSsid: text(32),
  isPageLocked: flag(true),
})

export const forward = recordSchema('forwards', {
  routerId: id().required(),
  protocol: choice('udp', 'tcp'),
  port: udpPort().required(),
  toDeviceId: id().required(),
})

const factory = Joi.object({
  addressing: choice('fixed', 'dhcp', 'none').default('dhcp'),
  ip: ip().allow(null).default(null),
  prefixLength: Joi.number().integer().min(1).max(30).default(24),
  servesAddresses: flag(false),
  login: text(60),
  ssid: text(32),
  poeOn: flag(false),
  firmware: version(),
})

const ledMeaning = Joi.object({
  led: name(30).required(),
  colour: text(20),
  pattern: choice('dark', 'steady', 'slow', 'quick').required(),
  means: Joi.array().items(name(30)).max(20).default([]),
})

const capacityRow = Joi.object({
  accessPoints: count(100000).required(),
  clients: count(1000000).required(),
  vcpus: Joi.number().integer().min(1).max(512).required(),
  memoryGb: Joi.number().min(0.25).max(4096).required(),
  diskGb: Joi.number().min(1).max(100000).required(),
})

const words = () => Joi.array().items(name(80)).max(40)

/** What a device type says of its carton, and of what it manages. */
export const cartonFields = {
  factory,
  applies: choice('atOnce', 'together', 'reboot'),
  inCarton: words(),
  notInCarton: words(),
  mounts: words(),
  outdoorRating: Joi.string()
    .pattern(/^IP[0-6X][0-9X]$/, 'IP code (IEC 60529)')
    .allow(null),
  antennas: choice('builtIn', 'connectors'),
  connector: text(40),
  passThroughW: Joi.number().min(0).max(90).allow(null),
  leds: Joi.array().items(ledMeaning).max(60),
  managesFree: count(10000),
  capacity: Joi.array().items(capacityRow).max(20),
  family: text(40),
  meshesWith: words(),
  meshBand: choice('2.4', '5', '6').allow(null),
}
