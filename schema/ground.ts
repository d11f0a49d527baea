import Joi from 'joi'
import { MATERIAL_IDS } from '~/core/radio/propagation'
import { DEFAULT_GROUND, WIDTHS_MHZ } from '~/core/plan'
import { choice, flag, id, name, ref } from './fields'
import { recordSchema } from './recordSchema'

/** A yard is at most 20 km wide: more is a slip of the unit. */
const MOST_M = 20_000
const metres = (least = -MOST_M) => Joi.number().min(least).max(MOST_M)
export const band = () => choice('2.4', '5', '6')
export const point = () => Joi.array().ordered(metres().required(), metres().required()).length(2)
export const outline = () => Joi.array().items(point()).min(3).max(2000)
const material = () => choice(...MATERIAL_IDS)
const thickness = () => Joi.number().min(0).max(5000)
const lossDb = () => Joi.number().min(0).max(200)
const degrees = (from: number, to: number) => Joi.number().min(from).max(to).default(0)

const ownLoss = Joi.object({ '2.4': lossDb(), '5': lossDb(), '6': lossDb() }).allow(null).default(null)
const heightM = () => Joi.number().min(0.1).max(300)

export const level = recordSchema('levels', {
  name: name().required(),
  floorM: Joi.number().min(-50).max(500),
  heightM: heightM(),
  slabMaterial: material(),
  slabMm: thickness(),
})

const opening = Joi.object({
  id: id().required(),
  fromM: metres(0).required(),
  widthM: Joi.number().min(0.05).max(MOST_M).required(),
  material: material().default('air'),
  thicknessMm: thickness().default(0),
})

export const wall = recordSchema('walls', {
  levelId: id().required(),
  points: Joi.array().items(point()).min(2).max(2000).required(),
  material: material(),
  thicknessMm: thickness(),
  heightM: heightM().allow(null),
  ownLossDb: ownLoss,
  openings: Joi.array().items(opening).max(200),
})

export const obstacle = recordSchema('obstacles', {
  name: name().required(),
  levelId: id().required(),
  kind: choice('boats', 'masts', 'racking', 'trees', 'other'),
  outline: outline().required(),
  lossDbPerM: Joi.number().min(0).max(50),
  heightM: heightM(),
})

export const building = recordSchema('buildings', {
  name: name().required(),
  outline: outline().required(),
  levelIds: Joi.array().items(id()).unique().max(50),
  roofHeightM: heightM().allow(null),
  roofMaterial: material(),
  roofMm: thickness(),
})

export const keepOut = recordSchema('keepOuts', {
  name: name().required(),
  levelId: id().required(),
  outline: outline().required(),
  forbids: choice('mounting', 'cable', 'both'),
  water: flag(false),
})

export const riser = recordSchema('risers', {
  name: name().required(),
  at: point().required(),
  levelIds: Joi.array().items(id()).unique().max(50),
})

const routePoint = Joi.object({ levelId: id().required(), at: point().required() })

export const cableRoute = recordSchema('cableRoutes', {
  linkId: ref(),
  name: name(80).required(),
  points: Joi.array().items(routePoint).min(2).max(500).required(),
  spareM: Joi.number().min(0).max(100),
})

export const underlay = recordSchema('underlays', {
  levelId: id().required(),
  name: name(80).required(),
  pictureId: id().required(),
  widthPx: Joi.number().integer().min(1).max(100_000).required(),
  heightPx: Joi.number().integer().min(1).max(100_000).required(),
  at: point(),
  metresPerPx: Joi.number().min(0.00001).max(100),
  rotationDeg: degrees(-360, 360),
  opacity: Joi.number().min(0).max(1),
})

const cut = Joi.array()
  .items(
    Joi.array()
      .ordered(Joi.number().min(-360).max(360).required(), Joi.number().min(-100).max(100).required())
      .length(2),
  )
  .max(3601)

export const antenna = recordSchema('antennas', {
  name: name().required(),
  kind: choice('dipole', 'ceiling', 'patch', 'sector', 'dish', 'table').required(),
  gainDbi: Joi.number().min(-10).max(45),
  horizontalBeamDeg: Joi.number().min(1).max(360),
  verticalBeamDeg: Joi.number().min(1).max(180),
  table: Joi.object({ horizontal: cut.required(), vertical: cut.required() }).allow(null),
})

export const neighbour = recordSchema('neighbours', {
  name: Joi.string().allow('').max(60),
  bssid: Joi.string().allow(null).max(17).default(null),
  band: band().required(),
  channel: Joi.number().integer().min(1).max(233).required(),
  widthMhz: Joi.number().valid(...WIDTHS_MHZ),
  rssiDbm: Joi.number().min(-120).max(0).required(),
  heardAt: routePoint.allow(null),
})

export const position = Joi.object({
  levelId: id().required(),
  at: point().required(),
  heightM: Joi.number().min(0).max(300).default(2.5),
  antennaId: ref(),
  azimuthDeg: degrees(0, 360),
  tiltDeg: degrees(-90, 90),
  locked: flag(false),
})

const origin = Joi.object({
  latitudeDeg: Joi.number().min(-85).max(85).required(),
  longitudeDeg: Joi.number().min(-180).max(180).required(),
  bearingDeg: degrees(-360, 360),
})

const propagationModel = () => choice('byPlace', 'multiWall', 'powerLaw', 'siteGeneral', 'freeSpace')
const off = (most: number) => Joi.number().min(-most).max(most).required()
const learned = Joi.object({
  learnedAt: Joi.string()
    .pattern(/^\d{4}-\d\d-\d\dT[\d:.]{5,12}Z$/, 'moment, such as 2026-05-04T09:30:00Z')
    .required(),
  model: propagationModel().required(),
  readings: Joi.number().integer().min(2).max(1_000_000).required(),
  sigmaDb: Joi.number().min(0).max(30).required(),
  slopes: Joi.object({ clear: off(5), behindWalls: off(5) }).required(),
  losses: Joi.array()
    .items(
      Joi.object({
        what: choice('wall', 'slab', 'obstacle').required(),
        name: Joi.string().max(300).required(),
        band: band().required(),
        byDb: off(200),
      }),
    )
    .max(1000)
    .required(),
  offsets: Joi.array()
    .items(Joi.object({ deviceId: id().required(), band: band().required(), byDb: off(60) }))
    .max(10_000)
    .required(),
})

const D = DEFAULT_GROUND
export const ground = Joi.object({
  units: choice('m', 'ft').default(D.units),
  model: propagationModel().default(D.model),
  sigmaDb: Joi.number().min(0).max(20).default(D.sigmaDb),
  confidencePercent: Joi.number().min(50).max(99.9).default(D.confidencePercent),
  clientEirpDbm: Joi.number().min(-10).max(36).default(D.clientEirpDbm),
  clientGainDbi: Joi.number().min(-20).max(30).default(D.clientGainDbi),
  clientHeightM: Joi.number().min(0).max(50).default(D.clientHeightM),
  noiseFigureDb: Joi.number().min(0).max(20).default(D.noiseFigureDb),
  channelPlan24: choice('1-6-11', '1-5-9-13').default(D.channelPlan24),
  exposureLimitWPerM2: Joi.number().min(0.01).max(100).default(D.exposureLimitWPerM2),
  origin: origin.allow(null).default(null),
  learned: learned.allow(null).default(null),
})
