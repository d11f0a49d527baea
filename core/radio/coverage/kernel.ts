import { GAIN_COLUMNS, GAIN_ROWS, pseudoAngle, wavelengthM } from '../propagation'
import type { Grid } from './grid'
import { SEEN, WEDGES, polarIndex } from './polarIndex'
import type { PolarIndex } from './polarIndex'
import type { Scene } from './scene'
import type { KernelRadio } from './kernelRadio'
import { slabLosses } from './slabLosses'

/** All that the rows of one layer share. */
export interface LayerJob {
  scene: Scene
  radio: KernelRadio
  grid: Grid
  /** 1 for each cell under the open sky. */
  outdoors: Uint8Array
  index: PolarIndex
  /** What floors and roofs cost on the way to each cell, dB; null where none lies between. */
  slabDb: Float32Array | null
}

export const layerJob = (scene: Scene, radio: KernelRadio, grid: Grid, outdoors: Uint8Array): LayerJob => ({
  scene,
  radio,
  grid,
  outdoors,
  index: polarIndex(scene, radio.xM, radio.yM, radio.zM),
  slabDb: slabLosses(scene, radio, grid),
})

/** Fills `out` with the cells of the rows from one up to another, exclusive. */
export type RowKernel = (job: LayerJob, fromRow: number, toRow: number, out: Float32Array) => void

/** What lets that much through or more does not disturb a ray that passes over it: an edge in the clear costs 6 dB. */
export const SOLID_DB = 6

/**
 * Less than this is no loss but what rounding leaves where a ray's way in an obstacle is added and taken off again: it
 * does not make an obstacle of air.
 */
export const FELT_DB = 0.001

/** Nearer than this the formulas do not hold: the level stays as it is at one metre. */
const LEAST_DISTANCE_M = 1

/**
 * The gain of the way from a radio's socket to an isotropic client in each cell of some rows, dB: antenna gain less
 * loss. `out` has the cells of these rows only. Pure arithmetic on typed arrays, the same in a worker and in a test.
 * One long loop on purpose: a call for each cell would box its numbers, and costs half as much again.
 */
// eslint-disable-next-line complexity
export function computeRows(job: LayerJob, fromRow: number, toRow: number, out: Float32Array): void {
  const { grid, radio, scene, index, outdoors, slabDb } = job
  const { seen, starts, inside } = index
  const { gain, outdoors: radioOutdoors } = radio
  const { clear, behindWalls, breakM, countsWalls, bends } = radio.propagation
  const dz = grid.zM - radio.zM
  const overLambda = 2 / wavelengthM(scene.frequencyMhz)
  const { columns, cellM } = grid
  const left = grid.x0M - radio.xM
  const bottom = grid.y0M - radio.yM
  let cell = fromRow * columns
  let at = 0
  for (let row = fromRow; row < toRow; row++) {
    const dy = bottom + (row + 0.5) * cellM
    for (let column = 0; column < columns; column++, cell++, at++) {
      const dx = left + (column + 0.5) * cellM
      const flat2 = dx * dx + dy * dy
      const d = Math.max(LEAST_DISTANCE_M, Math.sqrt(flat2 + dz * dz))
      const pseudo = pseudoAngle(dx, dy)
      const open = radioOutdoors && outdoors[cell] === 1
      const over = open && bends
      let through = 0
      let crossed = 0
      // ν² without its 2 ÷ (λ d) is above² ÷ (t (1 − t)): kept as two parts, compared without dividing.
      let blockAbove = 0
      let blockUnder = 1
      let grazeAbove = 0
      let grazeUnder = 1
      const wedge = Math.min(WEDGES - 1, (pseudo * (WEDGES / 4)) | 0)
      const end = starts[wedge + 1]!
      for (let p = starts[wedge]!; p < end; p += SEEN) {
        if (seen[p + 8]! > flat2) break
        const s1 = dx * seen[p + 1]! - dy * seen[p]!
        const s2 = dx * seen[p + 3]! - dy * seen[p + 2]!
        if (s1 < 0 ? s2 < 0 : s2 >= 0) continue
        const t = seen[p + 4]! / (s2 - s1)
        if (t <= 0 || t >= 1) continue
        const low = seen[p + 5]!
        const z = t * dz
        if (z < low) continue
        const high = seen[p + 6]!
        const loss = seen[p + 7]!
        if (loss < 0) {
          const part = heldWithin(1, dz, low, high) - heldWithin(t, dz, low, high)
          through += (s2 < s1 ? -part : part) * loss * d
        } else if (z <= high) {
          through += loss
          crossed++
        }
        if (!over) continue
        const above = (high - z) * (high - z)
        const under = t * (1 - t)
        if (z <= high) {
          if (above * blockUnder > blockAbove * under) {
            blockAbove = above
            blockUnder = under
          }
        } else if (loss >= SOLID_DB && (grazeAbove === 0 || above * grazeUnder < grazeAbove * under)) {
          grazeAbove = above
          grazeUnder = under
        }
      }
      if (inside.length > 0) through += standing(inside, dz, d)
      const slope = crossed > 0 ? behindWalls : clear
      let loss = slope.atOneM + slope.perDecade * Math.log10(d)
      if (open && d > breakM) loss += 20 * Math.log10(d / breakM)
      if (countsWalls) {
        if (!over || (through > FELT_DB && blockAbove === 0)) loss += through
        else if (through > FELT_DB)
          loss += Math.min(through, edgeLoss(Math.sqrt((blockAbove / blockUnder) * (overLambda / d))))
        else if (grazeAbove > 0) loss += edgeLoss(-Math.sqrt((grazeAbove / grazeUnder) * (overLambda / d)))
      }
      if (slabDb !== null) loss += slabDb[cell]!
      out[at] = gainAt(gain, pseudo, -dz / d) - loss
    }
  }
}

/** Loss in the obstacles that the radio stands in, as if none of them ended: their far edges take it off again. */
function standing(inside: Float64Array, dz: number, d: number): number {
  let loss = 0
  for (let k = 0; k < inside.length; k += 3) {
    const low = inside[k]!
    const high = inside[k + 1]!
    loss += inside[k + 2]! * d * (heldWithin(1, dz, low, high) - heldWithin(0, dz, low, high))
  }
  return loss
}

/** The place `t` on a ray, held to the part of it that runs between two heights. */
function heldWithin(t: number, dz: number, low: number, high: number): number {
  if (dz === 0) return low <= 0 && high >= 0 ? t : 0
  const a = low / dz
  const b = high / dz
  const from = a < b ? a : b
  const to = a < b ? b : a
  return t < from ? from : t > to ? to : t
}

/** J(ν). Source: ITU-R P.526-15 eq. 31. Outdoors waves go through or over the highest edge, whichever costs less. */
function edgeLoss(nu: number): number {
  if (nu <= -0.78) return 0
  const v = nu - 0.1
  return 6.9 + 20 * Math.log10(Math.sqrt(v * v + 1) + v)
}

/** Bilinear in the gain table: pseudo-angle round the horizon, sine of the angle downwards. */
function gainAt(gain: Float32Array, pseudo: number, sine: number): number {
  const column = Math.min(GAIN_COLUMNS - 1e-9, pseudo * (GAIN_COLUMNS / 4))
  const row = Math.max(0, Math.min(GAIN_ROWS - 1 - 1e-9, (sine + 1) * ((GAIN_ROWS - 1) / 2)))
  const c = column | 0
  const r = row | 0
  const fc = column - c
  const fr = row - r
  const at = r * (GAIN_COLUMNS + 1) + c
  const below = at + GAIN_COLUMNS + 1
  const upper = gain[at]! + fc * (gain[at + 1]! - gain[at]!)
  const lower = gain[below]! + fc * (gain[below + 1]! - gain[below]!)
  return upper + fr * (lower - upper)
}

/** A whole layer at once. */
export function computeLayer(job: LayerJob, rows: RowKernel = computeRows): Float32Array {
  const out = new Float32Array(job.grid.columns * job.grid.rows)
  rows(job, 0, job.grid.rows, out)
  return out
}
