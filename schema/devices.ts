import Joi from 'joi'
import { DEVICE_KINDS, HOUSEHOLD_ROLES, partsOf, WIDTHS_MHZ } from '~/core/plan'
import type { Device, PartName } from '~/core/plan'
import { air, mesh } from './backhaul'
import { choice, flag, id, ip, mac, name, optionalIp, ref, text, version } from './fields'
import { adoptionPart, clusterPart, controllerPart, remotePart, host } from './fleet'
import { band, position } from './ground'
import { port, portNumber } from './ports'
import { radiusServer } from './radius'

const addressing = () => choice('fixed', 'dhcp', 'reserved', 'none').default('dhcp')
const prefixLength = () => Joi.number().integer().min(0).max(32).allow(null).default(null)

const management = Joi.object({
  networkId: ref(),
  addressing: addressing(),
  ip: optionalIp(),
  prefixLength: prefixLength(),
  gateway: optionalIp(),
}).default({ networkId: null, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null })

const uplink = Joi.object({
  port: portNumber().required(),
  addressing: addressing(),
  ip: optionalIp(),
  prefixLength: prefixLength(),
  gateway: optionalIp(),
})

const strayServer = Joi.object({
  start: ip().required(),
  end: ip().required(),
  gateway: optionalIp(),
  nameServers: Joi.array().items(ip()).max(8).default([]),
})

const radio = Joi.object({
  band: band().required(),
  enabled: flag(true),
  channel: Joi.number().integer().min(1).max(233).allow(null).default(null),
  widthMhz: Joi.number()
    .valid(...WIDTHS_MHZ)
    .default(20),
  powerDbm: Joi.number().min(-10).max(36).allow(null).default(null),
  locked: flag(false),
})

const parts = {
  modem: Joi.object({ bridgeMode: flag(true) }),
  router: Joi.object({
    role: choice(...HOUSEHOLD_ROLES)
      .allow(null)
      .default(null),
    uplink: uplink.allow(null).default(null),
    upnp: flag(false),
    firewall: flag(true),
    wps: flag(false),
    remoteAdmin: flag(false),
    timeServer: host(),
  }),
  controller: controllerPart,
  adoption: adoptionPart,
  mesh,
  radius: radiusServer,
  station: Joi.object({ opensPageOf: ref() }),
  cluster: clusterPart,
  remote: remotePart,
} satisfies Record<PartName, Joi.ObjectSchema>

const bareParts = Object.fromEntries(
  Object.entries(parts).map(([name, part]) => [name, part.allow(null).default(null)]),
)

/** What a kind has and the file leaves out is there, fresh. */
const withOwnParts = (given: Device): Device => ({ ...given, ...partsOf(given.kind, given) })

export const device = Joi.object({
  id: id().required(),
  /** A file of bare switches may leave names out: the id will do. */
  name: name().default(Joi.ref('id')),
  kind: choice(...DEVICE_KINDS).required(),
  typeId: ref(),
  place: text(120),
  mac: mac(),
  serial: Joi.string().max(60).allow(null).default(null),
  ports: Joi.array().items(port).max(256).default([]),
  management,
  strayServer: strayServer.allow(null).default(null),
  radios: Joi.array().items(radio).max(4).default([]),
  firmware: version(),
  defaultLogin: flag(true),
  powerSource: choice('poe', 'injector', 'supply').default('supply'),
  /** Of files before the parts list was worked out from the plan. */
  powerPartListed: Joi.boolean().strip(),
  air: air.allow(null).default(null),
  position: position.allow(null).default(null),
  ...bareParts,
}).custom(withOwnParts, 'what its kind has, it has')
