import Joi from 'joi'
import { DEFAULT_BACKHAUL, WIDTHS_MHZ } from '~/core/plan'
import { choice, flag, id, ref, text } from './fields'
import { band } from './ground'

const channel = () => Joi.number().integer().min(1).max(233).allow(null).default(null)

const airEnd = Joi.object({
  ssid: Joi.string().allow('').max(32).default(''),
  profileId: ref(),
  widthMhz: Joi.number()
    .valid(...WIDTHS_MHZ)
    .default(20),
  channel: channel(),
  hidden: flag(false),
})

/** Before ways had names, an uplink without an SSID was a bridge. */
export const air = Joi.object({
  deviceId: id().required(),
  ssidId: ref(),
  enterprise: flag(false),
  way: Joi.when('ssidId', {
    is: Joi.string().required(),
    then: choice('mesh', 'bridge', 'station').default('station'),
    otherwise: choice('mesh', 'bridge', 'station').default('bridge'),
  }),
  band: band().default('5'),
  pinned: flag(false),
  reason: text(200),
  near: airEnd.allow(null).default(null),
  far: airEnd.allow(null).default(null),
})

export const mesh = Joi.object({
  takesChildren: flag(false),
  seeksParent: flag(false),
  ownBand: band().allow(null).default(null),
})

/** From and to. */
export const statedMbps = Joi.array()
  .ordered(Joi.number().min(0.1).max(100_000).required(), Joi.number().min(0.1).max(100_000).required())
  .length(2)
  .allow(null)
  .default(null)

const D = DEFAULT_BACKHAUL
const levelM = () => Joi.number().min(-100).max(500).required()
const money = (usual: number) => Joi.number().min(0).max(1_000_000).default(usual)

const water = Joi.object({
  surface: choice('sea', 'fresh').default('sea'),
  lowestM: levelM(),
  highestM: levelM(),
  periodH: Joi.number().min(0).max(10_000).default(12.42),
})

const rates = Joi.object({
  currency: Joi.string().min(1).max(6).default(D.rates.currency),
  cablePerM: money(D.rates.cablePerM),
  hoursPerM: Joi.number().min(0).max(10).default(D.rates.hoursPerM),
  perHour: money(D.rates.perHour),
  node: money(D.rates.node),
  bridgePair: money(D.rates.bridgePair),
  mainsPair: money(D.rates.mainsPair),
}).default(D.rates)

export const backhaul = Joi.object({
  mostHops: Joi.number().integer().min(1).max(8).default(D.mostHops),
  mostChildren: Joi.number().integer().min(1).max(32).default(D.mostChildren),
  weakestParentDbm: Joi.number().min(-95).max(-20).default(D.weakestParentDbm),
  strongestParentDbm: Joi.number().min(-95).max(0).default(D.strongestParentDbm),
  alignmentErrorDeg: Joi.number().min(0).max(45).default(D.alignmentErrorDeg),
  water: water.allow(null).default(null),
  rates,
})
