import type { Point } from '../../plan'

/** A raster of cells lying on one height. Cell (column, row) has its middle half a cell in from its lower left corner. */
export interface Grid {
  x0M: number
  y0M: number
  cellM: number
  columns: number
  rows: number
  /** Height of the client over the yard's zero. */
  zM: number
}

export const cellCount = ({ columns, rows }: Grid): number => columns * rows

/** The grid over a box, widened to whole cells, with at most that many cells: the cell grows where it must. */
export function gridOver(min: Point, max: Point, cellM: number, zM: number, mostCells = 1_000_000): Grid {
  const width = Math.max(cellM, max[0] - min[0])
  const height = Math.max(cellM, max[1] - min[1])
  const cell = Math.max(cellM, Math.sqrt((width * height) / mostCells))
  return {
    x0M: min[0],
    y0M: min[1],
    cellM: cell,
    columns: Math.max(1, Math.ceil(width / cell - 1e-9)),
    rows: Math.max(1, Math.ceil(height / cell - 1e-9)),
    zM,
  }
}

/** The same ground with cells that many times as long. */
export const coarser = (grid: Grid, times: number): Grid => ({
  ...grid,
  cellM: grid.cellM * times,
  columns: Math.ceil(grid.columns / times),
  rows: Math.ceil(grid.rows / times),
})

export const middleOfCell = (grid: Grid, column: number, row: number): Point => [
  grid.x0M + (column + 0.5) * grid.cellM,
  grid.y0M + (row + 0.5) * grid.cellM,
]

/** Index of the cell that a point lies in, or −1 outside. */
export function cellAt(grid: Grid, [x, y]: Point): number {
  const column = Math.floor((x - grid.x0M) / grid.cellM)
  const row = Math.floor((y - grid.y0M) / grid.cellM)
  return column < 0 || row < 0 || column >= grid.columns || row >= grid.rows
    ? -1
    : row * grid.columns + column
}
