import type { Antenna } from '../../plan'
import { tableLossDb } from './antennaTable'

/** A plain ceiling antenna, for a device that names none. */
export const ceilingAntenna = (gainDbi: number): Antenna => ({
  id: '',
  name: 'Ceiling antenna of the device',
  kind: 'ceiling',
  gainDbi,
  horizontalBeamDeg: 360,
  verticalBeamDeg: 120,
  table: null,
})

/** Nothing is quite dark: reflections fill the gaps of a pattern. Common practice, no source. */
const DEEPEST_DB = 30

/**
 * Gain towards a direction in the antenna's own frame, dBi: `sideDeg` right of its axis, `downDeg` under its horizon.
 * Patterns: half-wave dipole cos(π/2 · sin ε) ÷ cos ε; ceiling: even sideways, (1 + sin ε)/2 downwards; patch: cosⁿ of
 * the angle off axis with n from the beam width; sector: 12 (φ ÷ φ3dB)² in both planes (3GPP TR 36.814 table
 * A.2.1.1-2); dish: 2 J1(u) ÷ u with its half-power width. Closed forms common in textbooks, from memory.
 */
export function antennaGainDbi(antenna: Antenna, sideDeg: number, downDeg: number): number {
  const [side, down] = [rad(sideDeg), rad(downDeg)]
  return gainAlong(antenna)(Math.cos(side) * Math.cos(down), Math.sin(side) * Math.cos(down), Math.sin(down))
}

const rad = (deg: number) => (deg * Math.PI) / 180
const deg = (radians: number) => radians * (180 / Math.PI)
/** −180 to 180. */
export const turned = (deg: number): number => ((((deg + 180) % 360) + 360) % 360) - 180

/** Gain towards a unit vector in the antenna's frame, dBi: along its axis, to its right, under its horizon. */
type Pattern = (ahead: number, right: number, under: number) => number

/** What depends on the antenna alone is worked out once, so that a table of many directions costs little. */
function gainAlong(antenna: Antenna): Pattern {
  const loss = lossAlong(antenna)
  return (ahead, right, under) => antenna.gainDbi - Math.min(DEEPEST_DB, loss(ahead, right, under))
}

function lossAlong(antenna: Antenna): Pattern {
  const { kind, horizontalBeamDeg, verticalBeamDeg, table } = antenna
  switch (kind) {
    case 'dipole':
      return (_ahead, _right, under) => fieldLossDb(dipoleField(under))
    case 'ceiling':
      return (_ahead, _right, under) => fieldLossDb((1 + under) / 2, 0.25)
    case 'patch':
      return patchLoss(horizontalBeamDeg)
    case 'sector':
      return (ahead, right, under) =>
        Math.min(
          SECTOR_BACK_DB,
          12 * (deg(Math.atan2(right, ahead)) / horizontalBeamDeg) ** 2 +
            Math.min(20, 12 * (deg(elevation(under)) / verticalBeamDeg) ** 2),
        )
    case 'dish':
      return dishLoss(horizontalBeamDeg)
    case 'table':
      return (ahead, right, under) =>
        table
          ? tableLossDb(table.horizontal, deg(Math.atan2(right, ahead))) +
            tableLossDb(table.vertical, deg(elevation(under)))
          : 0
  }
}

const SECTOR_BACK_DB = 25

const held = (value: number): number => Math.max(-1, Math.min(1, value))
const elevation = (under: number): number => Math.asin(held(under))

/** A field against its peak as a loss; `floor` keeps a pattern from falling to nothing. */
const fieldLossDb = (field: number, floor = 0): number =>
  -20 * Math.log10(Math.max(floor + (1 - floor) * Math.abs(field), 1e-6))

function dipoleField(under: number): number {
  const sine = held(under)
  const cosine = Math.sqrt(1 - sine * sine)
  return cosine < 1e-6 ? 0 : Math.cos((Math.PI / 2) * sine) / cosine
}

/** Power cosⁿ off axis, n such that half of it is left at half the beam width. */
function patchLoss(beamDeg: number): Pattern {
  const n = Math.log(0.5) / Math.log(Math.cos(rad(Math.min(beamDeg, 170) / 2)))
  return (ahead) => (ahead <= 0 ? 20 : Math.min(20, -10 * n * Math.log10(Math.max(held(ahead), 1e-6))))
}

/** Half power of 2 J1(u) ÷ u is at u = 1.6163. */
function dishLoss(beamDeg: number): Pattern {
  const widest = 1.6163 / Math.sin(rad(beamDeg / 2))
  return (ahead) => {
    if (ahead <= 0) return fieldLossDb(0)
    const u = widest * Math.sqrt(1 - held(ahead) ** 2)
    return fieldLossDb(u < 1e-6 ? 1 : (2 * besselJ1(u)) / u)
  }
}

/** First-order Bessel function. Source: Abramowitz and Stegun 9.4.4 and 9.4.6, error below 1.3e-8 and 4e-8. */
export function besselJ1(x: number): number {
  const size = Math.abs(x)
  if (size <= 3) {
    const y = (size / 3) ** 2
    const sum =
      0.5 +
      y *
        (-0.56249985 +
          y * (0.21093573 + y * (-0.03954289 + y * (0.00443319 + y * (-0.00031761 + y * 0.00001109)))))
    return x * sum
  }
  const y = 3 / size
  const f =
    0.79788456 +
    y *
      (0.00000156 +
        y * (0.01659667 + y * (0.00017105 + y * (-0.00249511 + y * (0.00113653 - y * 0.00020033)))))
  const theta =
    size -
    2.35619449 +
    y *
      (0.12499612 +
        y * (0.0000565 + y * (-0.00637879 + y * (0.00074348 + y * (0.00079824 - y * 0.00029166)))))
  const value = (f * Math.cos(theta)) / Math.sqrt(size)
  return x < 0 ? -value : value
}

/** Columns of the gain table, round the horizon by pseudo-angle, and rows, by the sine of the angle downwards. */
export const GAIN_COLUMNS = 360
export const GAIN_ROWS = 181

/**
 * Where a direction lies round the horizon, from 0 (east) anticlockwise to 4: monotonic in the angle, without
 * trigonometry. North is 1, west 2, south 3.
 */
export function pseudoAngle(dx: number, dy: number): number {
  const p = dy / (Math.abs(dx) + Math.abs(dy) + 1e-30)
  if (dx < 0) return 2 - p
  return p < 0 ? 4 + p : p
}

/** A direction with that pseudo-angle. */
function directionOf(pseudo: number): [dx: number, dy: number] {
  const turn = pseudo % 4
  if (turn < 1) return [1 - turn, turn]
  if (turn < 2) return [1 - turn, 2 - turn]
  return turn < 3 ? [turn - 3, 2 - turn] : [turn - 3, turn - 4]
}

/** Which clients a table is for: all under the antenna or level with it, all over it, or any. */
export type GainHalf = 'down' | 'up' | 'both'
const LEVEL_ROW = (GAIN_ROWS - 1) / 2

/**
 * Gain by direction for an antenna that looks at an azimuth (clockwise from north) and is tilted downwards: GAIN_ROWS
 * rows from straight up (sine −1) to straight down, GAIN_COLUMNS + 1 columns from east anticlockwise, the last equal to
 * the first. Where only one half of it is looked at, the other is left at nought,
 * and it costs half.
 */
export function gainTable(
  antenna: Antenna,
  azimuthDeg: number,
  tiltDeg: number,
  half: GainHalf = 'both',
): Float32Array {
  const first = half === 'down' ? LEVEL_ROW - 1 : 0
  const last = half === 'up' ? LEVEL_ROW + 1 : GAIN_ROWS - 1
  const columns = GAIN_COLUMNS + 1
  const table = new Float32Array(GAIN_ROWS * columns)
  const pattern = gainAlong(antenna)
  const even = tiltDeg === 0 && (antenna.kind === 'ceiling' || antenna.kind === 'dipole')
  for (let column = 0; column < columns; column++) {
    if (even && column > 0) {
      for (let row = first; row <= last; row++) table[row * columns + column] = table[row * columns]!
      continue
    }
    const [dx, dy] = directionOf((4 * column) / GAIN_COLUMNS)
    const towards = gainOnBearing(pattern, Math.atan2(dx, dy) - rad(azimuthDeg), rad(tiltDeg))
    for (let row = first; row <= last; row++)
      table[row * columns + column] = towards((2 * row) / (GAIN_ROWS - 1) - 1)
  }
  return table
}

/** Gain at an angle right of the azimuth, with that sine of the angle downwards, for a tilt; radians. */
export const gainTowards = (antenna: Antenna, sideRad: number, sine: number, tiltRad: number): number =>
  gainOnBearing(gainAlong(antenna), sideRad, tiltRad)(sine)

/** Gain by the sine of the angle downwards. */
function gainOnBearing(pattern: Pattern, sideRad: number, tiltRad: number): (sine: number) => number {
  const [sideCos, sideSin] = [Math.cos(sideRad), Math.sin(sideRad)]
  const [tiltCos, tiltSin] = [Math.cos(tiltRad), Math.sin(tiltRad)]
  return (sine) => {
    const flat = Math.sqrt(Math.max(0, 1 - sine * sine))
    const forward = flat * sideCos
    return pattern(forward * tiltCos + sine * tiltSin, flat * sideSin, sine * tiltCos - forward * tiltSin)
  }
}
