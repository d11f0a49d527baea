import Joi from 'joi'
import { statedMbps } from './backhaul'
import { DEVICE_KINDS, GENERATIONS, WIDTHS_MHZ } from '~/core/plan'
import type { Collection } from '~/core/plan'
import { device } from './devices'
import { listedPart } from './parts'
import { portNumber, speed } from './ports'
import { authority, eapMethod, secret, udpPort } from './radius'
import { choice, cidr, count, flag, id, ip, mac, name, optionalIp, ref, version, vlanId } from './fields'
import { cartonFields, forward } from './fleet'
import * as onGround from './ground'
import { recordSchema } from './recordSchema'

const pool = Joi.object({ start: ip().required(), end: ip().required() })

export const network = recordSchema('networks', {
  name: name().required(),
  purpose: choice('management', 'staff', 'tills', 'cameras', 'guests', 'other'),
  vlanId: vlanId().required(),
  subnet: cidr().required(),
  gateway: optionalIp(),
  pool: pool.allow(null),
  nameServers: Joi.array().items(ip()).max(8),
  expectedClients: count(65536),
  routedBy: ref(),
  servedBy: ref(),
  translated: flag(true),
  relayed: flag(false),
  announcedControllerId: ref(),
  announcedBy: choice('43', '138', 'both'),
})

const radiusTarget = Joi.object({
  serverId: ref(),
  port: udpPort(),
  secret: secret(),
  authenticator: choice('accessPoint', 'controller').default('accessPoint'),
  method: eapMethod().default('peap'),
  trusts: authority().allow(null).default(''),
})

export const profile = recordSchema('profiles', {
  name: name().required(),
  mode: choice(
    'open',
    'wep',
    'wpa-tkip',
    'wpa-wpa2',
    'wpa2-aes',
    'wpa2-wpa3',
    'wpa3-sae',
    'wpa2-enterprise',
    'wpa3-enterprise',
  ).required(),
  passphrase: Joi.string().min(1).max(128).allow(null),
  wps: flag(false),
  isDefault: flag(false),
  radius: radiusTarget.allow(null),
})

const { band } = onGround

export const ssid = recordSchema('ssids', {
  /** An SSID has 1 to 32 octets. Source: IEEE 802.11-2020 9.4.2.2. */
  name: name(32).required(),
  networkId: ref(),
  profileId: ref(),
  bands: Joi.array().items(band()).max(3),
  accessPointIds: Joi.array().items(id()).max(1000).allow(null),
  groupIds: Joi.array().items(id()).max(100).allow(null),
  hidden: flag(false),
  isolated: flag(false),
  schedule: choice('always', 'whenWanted'),
  macList: Joi.array().items(mac().invalid(null)).max(1000).allow(null),
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
  generation: choice(...GENERATIONS).required(),
  streams: Joi.number().integer().min(1).max(8).default(2),
  maxWidthMhz: Joi.number()
    .valid(...WIDTHS_MHZ)
    .default(20),
  antennaGainDbi: Joi.number().min(-10).max(40).default(2),
  maxPowerDbm: Joi.number().min(-10).max(36).default(20),
})

export const deviceType = recordSchema('deviceTypes', {
  name: name(80).required(),
  kind: choice(...DEVICE_KINDS).required(),
  ports: Joi.array().items(portSpec).max(256),
  radios: Joi.array().items(radioSpec).max(4),
  poeClass: Joi.number().integer().min(0).max(8).allow(null),
  drawW: Joi.number().min(0).max(90).allow(null),
  poeBudgetW: Joi.number().min(0).max(10000).allow(null),
  currentFirmware: version(),
  needsLicence: flag(false),
  maxAccessPoints: count(100000).allow(null),
  minimumFirmware: version(),
  ...cartonFields,
})

const linkEnd = Joi.object({ deviceId: id().required(), port: portNumber().required() })

export const link = recordSchema('links', {
  a: linkEnd.required(),
  b: linkEnd.required(),
  lengthM: Joi.number().min(0).max(100000),
  category: choice('cat5e', 'cat6', 'cat6a', 'fibre', 'mains'),
  statedMbps,
})

export const rule = recordSchema('rules', {
  action: choice('allow', 'drop').required(),
  fromNetworkId: ref(),
  to: Joi.alternatives()
    .try(
      Joi.object({ networkId: id().required() }),
      Joi.object({ deviceId: id().required() }),
      choice('internet', 'any'),
    )
    .required(),
  enabled: flag(true),
})

export const group = recordSchema('groups', {
  name: name().required(),
  accessPointIds: Joi.array().items(id()).unique().max(1000),
  jacks: Joi.array()
    .items(Joi.object({ port: portNumber().required(), networkId: id().required() }))
    .unique('port')
    .max(16),
})

export const area = recordSchema('areas', {
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
    .max(50),
  levelId: ref(),
  outline: onGround.outline().min(0),
  band: band(),
  leastSignalDbm: Joi.number().min(-100).max(-20),
})

export const requirement = recordSchema('requirements', {
  fromNetworkId: id().required(),
  to: Joi.alternatives()
    .try(
      Joi.object({ networkId: id().required() }),
      Joi.object({ deviceId: id().required() }),
      choice('internet'),
    )
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
  forwards: forward,
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
  parts: listedPart,
}
