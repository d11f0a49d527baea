import type { Grid } from './grid'
import { eachCellWithin } from './rasterise'
import type { Scene } from './scene'

/** 1 for each cell that lies under no roof, row by row. */
export function outdoorCells({ roofs }: Scene, grid: Grid): Uint8Array {
  const cells = new Uint8Array(grid.columns * grid.rows).fill(1)
  let first = 0
  for (const count of roofs.counts) {
    eachCellWithin(grid, roofs.corners.subarray(first * 2, (first + count) * 2), (cell) => {
      cells[cell] = 0
    })
    first += count
  }
  return cells
}
