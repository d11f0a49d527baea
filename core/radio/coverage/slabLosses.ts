import type { Grid } from './grid'
import type { KernelRadio } from './kernelRadio'
import { eachCellWithin } from './rasterise'
import { SLAB } from './scene'
import type { Scene } from './scene'

/**
 * What floors and roofs cost on the way from a radio to each cell, dB, or null where none lies between. Both ends are
 * level, so all ways meet a slab at the same share t of their length, and the cells behind it are its outline drawn
 * out from the radio by 1 ÷ t.
 */
export function slabLosses(scene: Scene, radio: KernelRadio, grid: Grid): Float32Array | null {
  const { slabs: how, firstFloorDb, furtherFloorDb } = radio.propagation
  const dz = grid.zM - radio.zM
  if (how === 'none' || dz === 0) return null
  let losses: Float32Array | null = null
  for (let slab = 0; slab < scene.slabs.length; slab += SLAB) {
    const t = (scene.slabs[slab + 2]! - radio.zM) / dz
    if (t <= 0 || t >= 1) continue
    const out = (losses ??= new Float32Array(grid.columns * grid.rows))
    const material = scene.slabs[slab + 3]!
    eachCellWithin(grid, shadow(scene, slab, radio, t), (cell) => {
      out[cell]! += how === 'material' ? material : out[cell] === 0 ? firstFloorDb : furtherFloorDb
    })
  }
  return losses
}

/** The outline of a slab as the radio throws it on the clients' plane. */
function shadow(
  { slabs, slabCorners }: Scene,
  slab: number,
  { xM, yM }: KernelRadio,
  t: number,
): Float64Array {
  const first = slabs[slab]!
  const count = slabs[slab + 1]!
  const corners = new Float64Array(count * 2)
  for (let i = 0; i < count; i++) {
    corners[2 * i] = xM + (slabCorners[2 * (first + i)]! - xM) / t
    corners[2 * i + 1] = yM + (slabCorners[2 * (first + i) + 1]! - yM) / t
  }
  return corners
}
