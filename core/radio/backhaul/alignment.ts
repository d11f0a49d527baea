import { antennaGainDbi, turned } from '../propagation'
import { distanceM } from '../../plan'
import type { Antenna } from '../../plan'
import type { PlannedRadio } from '../coverage'

const deg = (rad: number): number => (rad * 180) / Math.PI

export interface Alignment {
  /** What to set, clockwise from north and downwards. */
  azimuthDeg: number
  tiltDeg: number
  /** How far the plan is off that. */
  offAzimuthDeg: number
  offTiltDeg: number
  /** What is lost by as much error of the mount as is usual. */
  errorDb: number
  /** Half-power width, sideways. */
  beamDeg: number
  sideLobe: SideLobe | null
}

export interface SideLobe {
  atDeg: number
  /** Under the peak. */
  belowDb: number
}

/** Where one end has to look to see the other. */
export function alignmentOf(own: PlannedRadio, other: PlannedRadio, errorDeg: number): Alignment {
  const [dx, dy] = [other.position.at[0] - own.position.at[0], other.position.at[1] - own.position.at[1]]
  const azimuthDeg = (deg(Math.atan2(dx, dy)) + 360) % 360
  const tiltDeg = deg(Math.atan2(own.zM - other.zM, distanceM(own.position.at, other.position.at)))
  const { antenna } = own
  return {
    azimuthDeg,
    tiltDeg,
    offAzimuthDeg: turned(own.position.azimuthDeg - azimuthDeg),
    offTiltDeg: own.position.tiltDeg - tiltDeg,
    errorDb: antenna.gainDbi - antennaGainDbi(antenna, errorDeg, 0),
    beamDeg: antenna.horizontalBeamDeg,
    sideLobe: firstSideLobe(antenna),
  }
}

/** The first angle beside the axis at which the gain rises again, up to 90°; null for antennas without lobes. */
export function firstSideLobe(antenna: Antenna): SideLobe | null {
  const gain = (angle: number) => antennaGainDbi(antenna, angle, 0)
  let falling = true
  for (let angle = 0.5; angle <= 90; angle += 0.5) {
    const [before, here, after] = [gain(angle - 0.5), gain(angle), gain(angle + 0.5)]
    if (falling && after > here + 1e-9) falling = false
    if (!falling && here > before + 1e-9 && here >= after)
      return { atDeg: angle, belowDb: antenna.gainDbi - here }
  }
  return null
}
