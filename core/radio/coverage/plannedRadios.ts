import { BAND_MHZ, allowanceOf, ceilingAntenna, channelsOf, gainTable, regionOf } from '../propagation'
import type { GainHalf, Generation } from '../propagation'
import { indexOf, servesOn } from '../../plan'
import type { Antenna, Band, Device, Position, Radio, RadioSpec, Site } from '../../plan'
import type { KernelRadio } from './kernelRadio'
import { learnedOffsetDb, withLearnedSlopes } from './learned'
import { propagationOf } from './propagation'
import type { Propagation } from './propagation'
import { isOutdoors } from './scene'

/** A radio of the plan that has a place on the ground. */
export interface PlannedRadio {
  /** Device and band. */
  key: string
  device: Device
  position: Position
  band: Band
  antenna: Antenna
  /** Height over the yard's zero. */
  zM: number
  /** Power at the antenna's socket, after the country's limit. */
  powerDbm: number
  eirpDbm: number
  /** Null where this country has no allowance for the channel. */
  eirpLimitDbm: number | null
  channel: number | null
  widthMhz: number
  generation: Generation
  streams: number
  /** Whether clients join it: a radio kept for a link to another device only takes airtime. */
  serves: boolean
  locked: boolean
  /** How far it was measured to be off all that, dB. */
  offsetDb: number
}

/** Without a type the radio is a plain one. Common practice, no source. */
const PLAIN: RadioSpec = {
  band: '5',
  generation: 'ac',
  streams: 2,
  maxWidthMhz: 80,
  antennaGainDbi: 3,
  maxPowerDbm: 20,
}

/** Radios that are on, on one band, of devices that have been placed. */
export function plannedRadios(site: Site, band: Band): PlannedRadio[] {
  return site.devices.flatMap((device) => {
    const { position } = device
    const radio = device.radios.find((candidate) => candidate.band === band && candidate.enabled)
    return radio && position ? [plannedRadio(site, device, position, radio)] : []
  })
}

export function plannedRadio(site: Site, device: Device, position: Position, radio: Radio): PlannedRadio {
  const { band } = radio
  const type = device.typeId ? indexOf(site).types.get(device.typeId) : undefined
  const spec = type?.radios.find((candidate) => candidate.band === band) ?? { ...PLAIN, band }
  const antenna =
    site.antennas.find(({ id }) => id === position.antennaId) ?? ceilingAntenna(spec.antennaGainDbi)
  const eirpLimitDbm = eirpLimit(site.country, band, radio.channel)
  const asked = Math.min(radio.powerDbm ?? spec.maxPowerDbm, spec.maxPowerDbm)
  const eirpDbm = Math.min(asked + antenna.gainDbi, eirpLimitDbm ?? CAREFUL_EIRP_DBM)
  const floorM = site.levels.find(({ id }) => id === position.levelId)?.floorM ?? 0
  return {
    key: `${device.id}/${band}`,
    device,
    position,
    band,
    antenna,
    zM: floorM + position.heightM,
    powerDbm: eirpDbm - antenna.gainDbi,
    eirpDbm,
    eirpLimitDbm,
    channel: radio.channel,
    widthMhz: radio.widthMhz,
    generation: spec.generation,
    streams: spec.streams,
    serves: servesOn(device, band),
    locked: radio.locked,
    offsetDb: learnedOffsetDb(site, device, band),
  }
}

/** Where a channel is not allowed the chart still shows something: what is allowed nearly everywhere. */
const CAREFUL_EIRP_DBM = 20

/** The limit on a channel; without a channel, the lowest one of the band, so that nothing is promised too early. */
export function eirpLimit(country: string | null, band: Band, channel: number | null): number | null {
  const region = regionOf(country)
  if (channel !== null) return allowanceOf(region, band, channel)?.eirpDbm ?? null
  const limits = channelsOf(region, band).map((one) => allowanceOf(region, band, one)?.eirpDbm ?? Infinity)
  return limits.length === 0 ? null : Math.min(...limits)
}

const gains = new Map<string, Float32Array>()
const MOST_GAINS = 200

/** Gain tables are the same for all antennas that are alike and look the same way. */
function gainOf(antenna: Antenna, azimuthDeg: number, tiltDeg: number, half: GainHalf): Float32Array {
  const key = JSON.stringify([{ ...antenna, id: '', name: '' }, azimuthDeg, tiltDeg, half])
  let table = gains.get(key)
  if (!table) {
    table = gainTable(antenna, azimuthDeg, tiltDeg, half)
    if (gains.size >= MOST_GAINS) gains.clear()
    gains.set(key, table)
  }
  return table
}

/** A radio for the kernel before its antenna's table is made: small enough to be sent about. */
export interface SentRadio extends Omit<KernelRadio, 'gain'> {
  antenna: Antenna
  azimuthDeg: number
  tiltDeg: number
}

/** How loss grows with distance for a radio and a client at a height over the yard's zero, as planned and learned. */
export const lawFor = (
  site: Site,
  { band, zM }: Pick<PlannedRadio, 'band' | 'zM'>,
  clientZM: number,
): Propagation =>
  withLearnedSlopes(propagationOf(site.ground.model, band, BAND_MHZ[band], zM, clientZM), site.ground)

/** A radio that is off its power is so at any distance. */
const offBy = (law: Propagation, offsetDb: number): Propagation => ({
  ...law,
  clear: { ...law.clear, atOneM: law.clear.atOneM - offsetDb },
  behindWalls: { ...law.behindWalls, atOneM: law.behindWalls.atOneM - offsetDb },
})

/** The client's height is over the yard's zero. */
export function sentRadio(site: Site, radio: PlannedRadio, clientZM: number): SentRadio {
  const { position, antenna, zM, offsetDb } = radio
  return {
    xM: position.at[0],
    yM: position.at[1],
    zM,
    outdoors: isOutdoors(site, position.at),
    antenna,
    azimuthDeg: position.azimuthDeg,
    tiltDeg: position.tiltDeg,
    propagation: offBy(lawFor(site, radio, clientZM), offsetDb),
  }
}

/** With the gains towards clients on that height over the yard's zero, and on no other. */
export const withGain = (
  { antenna, azimuthDeg, tiltDeg, ...radio }: SentRadio,
  clientZM: number,
): KernelRadio => ({
  ...radio,
  gain: gainOf(antenna, azimuthDeg, tiltDeg, clientZM <= radio.zM ? 'down' : 'up'),
})

export const kernelRadio = (site: Site, radio: PlannedRadio, clientZM: number): KernelRadio =>
  withGain(sentRadio(site, radio, clientZM), clientZM)
