import type { Point } from '~/core/plan'
import { toScreen } from './useView'
import type { Size, View } from './useView'

const at = ([x, y]: Point): string => `${x.toFixed(1)} ${y.toFixed(1)}`

/** A line through points as the picture has them. */
export const linePath = (view: View, size: Size, points: readonly Point[]): string =>
  points.map((point, i) => `${i === 0 ? 'M' : 'L'}${at(toScreen(view, size, point))}`).join('')

export const ringPath = (view: View, size: Size, points: readonly Point[]): string =>
  points.length === 0 ? '' : `${linePath(view, size, points)}Z`
