import Joi from 'joi'
import { statedMbps } from './backhaul'
import { DEVICE_KINDS } from '~/core/plan'
import type { Collection } from '~/core/plan'
import { device } from './devices'
import { portNumber, speed } from './ports'
import { secret, udpPort } from './radius'
import { choice, cidr, count, flag, id, ip, name, optionalIp, ref, version, vlanId } from './fields'
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
  kind: choice(...DEVICE_KINDS).required(),
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
