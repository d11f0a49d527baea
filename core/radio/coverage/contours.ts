import { contours } from 'd3-contour'
import type { Point } from '../../plan'
import type { Grid } from './grid'

/** A line of one level: rings in metres, outer and inner ones alike. */
export interface Isoline {
  value: number
  rings: Point[][]
}

/** Lines of equal value through the middles of cells. */
export function isolines(grid: Grid, values: Float32Array, levels: readonly number[]): Isoline[] {
  const draw = contours().size([grid.columns, grid.rows])
  const list = values as unknown as number[]
  return levels.map((value) => ({
    value,
    rings: draw
      .contour(list, value)
      .coordinates.flatMap((polygon) =>
        polygon.map((ring) =>
          ring.map(([x, y]): Point => [grid.x0M + x! * grid.cellM, grid.y0M + y! * grid.cellM]),
        ),
      ),
  }))
}
