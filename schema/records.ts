import Joi from 'joi'
import { air, mesh, statedMbps } from './backhaul'
import type { Collection, Port } from '~/core/plan'
import {
  choice,
  cidr,
  count,
  flag,
  id,
  ip,
  mac,
  name,
  optionalIp,
  ref,
  text,
  version,
  vlanId,
} from './fields'
import * as onGround from './ground'

const pool = Joi.object({ start: ip().required(), end: ip().required() })

export const network = Joi.object({
  id: id().required(),
  name: name().required(),
  purpose: choice('management', 'staff', 'tills', 'cameras', 'guests', 'other').default('other'),
  vlanId: vlanId().required(),
  subnet: cidr().required(),
  gateway: optionalIp(),
  pool: pool.allow(null).default(null),
  nameServers: Joi.array().items(ip()).max(8).default([]),
  expectedClients: count(65536).default(0),
  routedBy: ref(),
  servedBy: ref(),
  translated: flag(true),
  relayed: flag(false),
  announcedControllerId: ref(),
  announcedBy: choice('43', '138', 'both').default('138'),
})

const secret = () => Joi.string().min(1).max(128).allow(null).default(null)
/** Ports go from 1 to 65535. Source: RFC 768. */
const udpPort = () => Joi.number().integer().min(1).max(65535).default(1812)

const radiusTarget = Joi.object({
  serverId: ref(),
  port: udpPort(),
  secret: secret(),
  authenticator: choice('accessPoint', 'controller').default('accessPoint'),
})

export const profile = Joi.object({
  id: id().required(),
  name: name().required(),
  mode: choice(
    'open',
    'wep',
    'wpa-tkip',
    'wpa2-aes',
    'wpa2-wpa3',
    'wpa3-sae',
    'wpa2-enterprise',
    'wpa3-enterprise',
  ).required(),
  passphrase: Joi.string().min(1).max(128).allow(null).default(null),
  wps: flag(false),
  isDefault: flag(false),
  radius: radiusTarget.allow(null).default(null),
})

const { band } = onGround

export const ssid = Joi.object({
  id: id().required(),
  /** An SSID has 1 to 32 octets. Source: IEEE 802.11-2020 9.4.2.2. */
  name: name(32).required(),
  networkId: ref(),
  profileId: ref(),
  bands: Joi.array().items(band()).max(3).default(['2.4', '5']),
  accessPointIds: Joi.array().items(id()).max(1000).allow(null).default(null),
  groupIds: Joi.array().items(id()).max(100).allow(null).default(null),
  hidden: flag(false),
  isolated: flag(false),
  schedule: choice('always', 'whenWanted').default('always'),
})

const KINDS = [
  'modem',
  'gateway',
  'router',
  'switch',
  'unmanagedSwitch',
  'accessPoint',
  'controller',
  'radius',
  'station',
  'injector',
  'powerline',
] as const
const portNumber = () => Joi.number().integer().min(1).max(256)
const speed = () => Joi.number().valid(10, 100, 1000, 2500, 5000, 10000)

const portSpec = Joi.object({
  number: portNumber().required(),
  label: name(12).required(),
  role: choice('lan', 'wan').default('lan'),
  maxMbps: speed().default(1000),
  pse: choice('802.3af', '802.3at', '802.3bt-3', '802.3bt-4').allow(null).default(null),
})

const radioSpec = Joi.object({
  band: band().required(),
  generation: choice('n', 'ac', 'ax').required(),
  streams: Joi.number().integer().min(1).max(8).default(2),
  maxWidthMhz: Joi.number().valid(20, 40, 80, 160).default(20),
  antennaGainDbi: Joi.number().min(-10).max(40).default(2),
  maxPowerDbm: Joi.number().min(-10).max(36).default(20),
})

export const deviceType = Joi.object({
  id: id().required(),
  name: name(80).required(),
  kind: choice(...KINDS).required(),
  ports: Joi.array().items(portSpec).max(256).default([]),
  radios: Joi.array().items(radioSpec).max(4).default([]),
  poeClass: Joi.number().integer().min(0).max(8).allow(null).default(null),
  drawW: Joi.number().min(0).max(90).allow(null).default(null),
  poeBudgetW: Joi.number().min(0).max(10000).allow(null).default(null),
  currentFirmware: version(),
  needsLicence: flag(false),
  maxAccessPoints: count(100000).allow(null).default(null),
  minimumFirmware: version(),
})

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
  widthMhz: Joi.number().valid(20, 40, 80, 160).default(20),
  powerDbm: Joi.number().min(-10).max(36).allow(null).default(null),
  locked: flag(false),
})

const radiusServer = Joi.object({
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

export const device = Joi.object({
  id: id().required(),
  /** A file of bare switches may leave names out: the id will do. */
  name: name().default(Joi.ref('id')),
  kind: choice(...KINDS).required(),
  typeId: ref(),
  place: text(120),
  mac: mac(),
  ports: Joi.array().items(port).max(256).default([]),
  management,
  uplink: uplink.allow(null).default(null),
  strayServer: strayServer.allow(null).default(null),
  radios: Joi.array().items(radio).max(4).default([]),
  firmware: version(),
  defaultLogin: flag(true),
  upnp: flag(false),
  powerSource: choice('poe', 'injector', 'supply').default('supply'),
  powerPartListed: flag(true),
  controllerId: ref(),
  licences: count(100000).default(0),
  role: choice('gateway', 'plainAp', 'innerRouter', 'station', 'bridgeEnd', 'repeater')
    .allow(null)
    .default(null),
  bridgeMode: flag(true),
  air: air.allow(null).default(null),
  mesh,
  radius: radiusServer.allow(null).default(null),
  opensPageOf: ref(),
  position: onGround.position.allow(null).default(null),
})

const linkEnd = Joi.object({ deviceId: id().required(), port: portNumber().required() })

export const link = Joi.object({
  id: id().required(),
  a: linkEnd.required(),
  b: linkEnd.required(),
  lengthM: Joi.number().min(0).max(100000).default(1),
  category: choice('cat5e', 'cat6', 'cat6a', 'fibre', 'mains').default('cat6'),
  statedMbps,
})

export const rule = Joi.object({
  id: id().required(),
  action: choice('allow', 'drop').required(),
  fromNetworkId: ref(),
  to: Joi.alternatives()
    .try(Joi.object({ networkId: id().required() }), choice('internet', 'any'))
    .required(),
  enabled: flag(true),
})

export const group = Joi.object({
  id: id().required(),
  name: name().required(),
  accessPointIds: Joi.array().items(id()).unique().max(1000).default([]),
  jacks: Joi.array()
    .items(Joi.object({ port: portNumber().required(), networkId: id().required() }))
    .unique('port')
    .max(16)
    .default([]),
})

export const area = Joi.object({
  id: id().required(),
  name: name().required(),
  needs: Joi.array()
    .items(
      Joi.object({
        networkId: id().required(),
        clients: count(65536).default(0),
        rateMbps: Joi.number().min(0).max(10000).default(0),
      }),
    )
    .unique('networkId')
    .max(50)
    .default([]),
  levelId: ref(),
  outline: onGround.outline().min(0).default([]),
  band: band().default('5'),
  leastSignalDbm: Joi.number().min(-100).max(-20).default(-67),
})

export const requirement = Joi.object({
  id: id().required(),
  fromNetworkId: id().required(),
  to: Joi.alternatives()
    .try(Joi.object({ networkId: id().required() }), choice('internet'))
    .required(),
  strength: choice('must', 'may', 'mustNot').required(),
})

export const RECORDS: Record<Collection, Joi.ObjectSchema> = {
  networks: network,
  profiles: profile,
  ssids: ssid,
  deviceTypes: deviceType,
  devices: device,
  links: link,
  rules: rule,
  groups: group,
  areas: area,
  requirements: requirement,
  levels: onGround.level,
  buildings: onGround.building,
  walls: onGround.wall,
  obstacles: onGround.obstacle,
  keepOuts: onGround.keepOut,
  risers: onGround.riser,
  cableRoutes: onGround.cableRoute,
  underlays: onGround.underlay,
  antennas: onGround.antenna,
  neighbours: onGround.neighbour,
}
