import { phyMode, usPerMbit } from '../airtime'
import type { PlannedRadio } from '../coverage'
import { neededSnrDb, SENSITIVITY_20_DBM } from '../propagation'
import type { Device, Site } from '../../plan'
import type { Traced } from '../../lib/traced'
import { alignmentOf } from './alignment'
import type { Alignment } from './alignment'
import { crossesWater, heightSweep, hoursUnder, tideLosses } from './overWater'
import { pathProfile } from './profile'
import type { PathProfile } from './profile'
import { pairOn, radioHop } from './radioHop'
import type { RadioHop } from './radioHop'

export interface BridgeEndView {
  deviceId: string
  name: string
  /** Over the yard's zero, and over its own floor. */
  zM: number
  heightM: number
  alignment: Alignment
}

/** The whole worksheet of one bridge, worked out from the plan. */
export interface BridgeSheet {
  near: BridgeEndView
  far: BridgeEndView
  hop: RadioHop
  /** At high water, or over land. */
  profile: PathProfile
  /** Level by height of the water, lowest first; empty over land. */
  tide: { waterM: number; levelDbm: number }[]
  worstDbm: number
  medianDbm: number
  wantedMbps: number
  /** The level that carries what is wanted; null: no rate of these two devices does. */
  neededDbm: number | null
  fadeMarginDb: Traced | null
  availability: Availability
  /** Hours of each tide in which the water takes the level below the need; null over land or without a period. */
  shortH: number | null
  /** The worst of the tide by height of the child's end; empty over land. */
  heights: { heightM: number; worstDbm: number }[]
  bestHeight: { heightM: number; worstDbm: number } | null
}

export interface Availability {
  percent: number
  says: string
}

/** A height at which somebody could still mount it. */
const MOST_HEIGHT_M = 10

/** The sheet, or why there is none, in words. `child.air` names the parent. */
export function bridgeSheet(site: Site, child: Device, wantedMbps = 20): BridgeSheet | string {
  const parent = site.devices.find(({ id }) => id === child.air?.deviceId)
  if (!child.air || !parent) return `${child.name} is not the far end of a bridge: it has no radio uplink.`
  const ends = bridgeEnds(site, parent, child)
  if (typeof ends === 'string') return ends
  const [far, near] = ends
  const overWater = crossesWater(site, far, near) && site.backhaul.water !== null
  const hop = radioHop(site, far, near)
  const levelAt = (lossDb: number) => hop.weakerDbm - lossDb
  const tide = overWater
    ? tideLosses(site, far, near).map(({ waterM, lossDb }) => ({ waterM, levelDbm: levelAt(lossDb) }))
    : []
  const levels = tide.length > 0 ? tide.map(({ levelDbm }) => levelDbm) : [hop.weakerDbm]
  const worstDbm = Math.min(...levels)
  const neededDbm = neededFor(hop, wantedMbps)
  const sweep = overWater ? heightSweep(site, far, near, 'b', 2, MOST_HEIGHT_M) : { points: [], best: null }
  const asLevel = ({ heightM, worstLossDb }: { heightM: number; worstLossDb: number }) => ({
    heightM,
    worstDbm: levelAt(worstLossDb),
  })
  const { alignmentErrorDeg } = site.backhaul
  return {
    near: endView(near, alignmentOf(near, far, alignmentErrorDeg)),
    far: endView(far, alignmentOf(far, near, alignmentErrorDeg)),
    hop,
    profile: pathProfile(site, far, near, overWater ? (site.backhaul.water?.highestM ?? null) : null),
    tide,
    worstDbm,
    medianDbm: [...levels].sort((a, b) => a - b)[Math.floor(levels.length / 2)] ?? hop.weakerDbm,
    wantedMbps,
    neededDbm,
    fadeMarginDb: neededDbm === null ? null : margin(worstDbm, neededDbm, tide.length > 0),
    availability: availabilityOf(neededDbm === null ? -Infinity : worstDbm - neededDbm),
    shortH: neededDbm === null ? null : hoursUnder(site.backhaul.water, tide, neededDbm),
    heights: sweep.points.map(asLevel),
    bestHeight: sweep.best && asLevel(sweep.best),
  }
}

const endView = (radio: PlannedRadio, alignment: Alignment): BridgeEndView => ({
  deviceId: radio.device.id,
  name: radio.device.name,
  zM: radio.zM,
  heightM: radio.position.heightM,
  alignment,
})

/** Both ends' radios, parent first; or what is wrong with them. */
export function bridgeEnds(site: Site, parent: Device, child: Device): [PlannedRadio, PlannedRadio] | string {
  const band = child.air?.band ?? '5'
  if (parent.id === child.id) return `${child.name} is both ends of the bridge. A bridge needs two devices.`
  const pair = pairOn(site, parent, child, band)
  if (typeof pair === 'string') return pair
  const [a, b] = pair
  const { water } = site.backhaul
  for (const end of [a, b]) {
    if (end.position.heightM <= 0)
      return `${end.device.name} is mounted at ${end.position.heightM} m over its floor: on the ground nothing is clear. Give its mast a height.`
    if (water && crossesWater(site, a, b) && water.highestM >= end.zM)
      return `High water at ${water.highestM} m comes over ${end.device.name} at ${end.zM.toFixed(1)} m. Raise it, or correct the tide.`
  }
  if (a.position.at[0] === b.position.at[0] && a.position.at[1] === b.position.at[1])
    return `${parent.name} and ${child.name} stand on one spot. Put the two ends where they will be.`
  return [a, b]
}

/** The level at which the link carries so much, by the rates both devices have. */
function neededFor({ mode, noiseDbm, band, widthMhz }: RadioHop, wantedMbps: number): number | null {
  if (!mode) return null
  const { generation } = mode
  const shape = { generation, band, widthMhz, streams: 'streams' in mode ? mode.streams : 1 }
  for (let index = 0; index < SENSITIVITY_20_DBM.length; index++) {
    const other = phyMode(shape, index)
    if (other && 1e6 / usPerMbit({ mode: other }, 2) >= wantedMbps)
      return noiseDbm + neededSnrDb(index, generation)
  }
  return null
}

const margin = (levelDbm: number, neededDbm: number, overWater: boolean): Traced => ({
  value: levelDbm - neededDbm,
  unit: 'dB',
  formula: 'level − level needed',
  inputs: [
    { name: overWater ? 'level at the worst tide' : 'level', value: `${levelDbm.toFixed(1)} dBm` },
    { name: 'level needed', value: `${neededDbm.toFixed(1)} dBm` },
  ],
  source: 'IEEE 802.11-2020 tables 19-23 and 21-25, 802.11ax-2021 table 27-51; the plan’s own propagation',
})

/**
 * How much of the time the level stays over the need if it fades as badly as without any direct ray: 1 − 10^(−M ÷ 10).
 * Source: Rayleigh fading, textbooks; short bridges with a clear path fade less. The words: common practice, no source.
 */
export function availabilityOf(marginDb: number): Availability {
  const share = marginDb <= 0 ? 0 : 1 - 10 ** (-marginDb / 10)
  const minutes = Math.round((1 - share) * 24 * 60)
  const worst =
    minutes >= 60 ? `${Math.round(minutes / 60)} h` : minutes >= 1 ? `${minutes} min` : 'under a minute'
  return {
    percent: share * 100,
    says:
      marginDb < 0
        ? 'It does not carry what is wanted.'
        : marginDb < 6
          ? `On the edge: every gust and every hull in the way is felt. At worst ${worst} a day without.`
          : marginDb < 12
            ? `Holds on quiet days. At worst ${worst} a day without.`
            : marginDb < 20
              ? `Good. At worst ${worst} a day without.`
              : `Steady. At worst ${worst} a day without.`,
  }
}
