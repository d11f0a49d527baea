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

/** A grid that is snapped begins and ends at whole multiples of so many cells. */
const SNAP_CELLS = 32
/** So many steps up from half a metre: beyond the size of the earth. */
const MOST_HALVES = 50

/**
 * A grid over a box that stays the same while the box changes a little: its edges lie on a lattice of the yard, and its cells
 * have one of a few lengths. Over a box that grew beyond it, the cells that both have lie in the same places. With at most
 * that many cells; a few thousand are always allowed.
 */
export function snappedGrid(min: Point, max: Point, zM: number, mostCells: number): Grid {
  const over = (cellM: number): Grid => {
    const step = cellM * SNAP_CELLS
    const from = (value: number) => Math.floor(value / step + 1e-9)
    const to = (value: number, first: number) => Math.max(first + 1, Math.ceil(value / step - 1e-9))
    const [left, bottom] = [from(min[0]), from(min[1])]
    return {
      x0M: left * step,
      y0M: bottom * step,
      cellM,
      columns: (to(max[0], left) - left) * SNAP_CELLS,
      rows: (to(max[1], bottom) - bottom) * SNAP_CELLS,
      zM,
    }
  }
  // 0.5, 0.75, 1, 1.5, 2, 3, 4 metres and so on.
  for (let halves = 0; halves < MOST_HALVES; halves++) {
    const grid = over(2 ** ((halves >> 1) - 1) * (halves & 1 ? 1.5 : 1))
    if (cellCount(grid) <= mostCells) return grid
  }
  return over(2 ** (MOST_HALVES / 2))
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
