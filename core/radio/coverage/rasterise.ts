import type { Grid } from './grid'

/** Calls back for each cell whose middle lies in an outline (x and y in turn), a row of cells at a time, even-odd rule. */
export function eachCellWithin(grid: Grid, corners: ArrayLike<number>, found: (cell: number) => void): void {
  const crossings: number[] = []
  for (let row = 0; row < grid.rows; row++) {
    const y = grid.y0M + (row + 0.5) * grid.cellM
    crossings.length = 0
    for (let i = 0, j = corners.length - 2; i < corners.length; j = i, i += 2) {
      const [xi, yi, xj, yj] = [corners[i]!, corners[i + 1]!, corners[j]!, corners[j + 1]!]
      if (yi > y !== yj > y) crossings.push(((xj - xi) * (y - yi)) / (yj - yi) + xi)
    }
    crossings.sort((a, b) => a - b)
    for (let k = 0; k + 1 < crossings.length; k += 2) {
      const from = Math.max(0, Math.ceil((crossings[k]! - grid.x0M) / grid.cellM - 0.5))
      const to = Math.min(grid.columns, Math.ceil((crossings[k + 1]! - grid.x0M) / grid.cellM - 0.5))
      for (let column = from; column < to; column++) found(row * grid.columns + column)
    }
  }
}
