import { useEffect, useRef } from 'react'
import type { Plot } from '../../workers/messages'
import { toScreen } from './useView'
import type { Size, View } from './useView'

const DEPTHS = ['--depth-1', '--depth-2', '--depth-3', '--depth-4', '--depth-5']

/** The colours of the theme as numbers, the bare paper first (left clear). */
function palette(element: Element): [number, number, number, number][] {
  const style = getComputedStyle(element)
  return [
    [0, 0, 0, 0],
    ...DEPTHS.map((name): [number, number, number, number] => {
      const hex = style.getPropertyValue(name).trim().slice(1)
      const channel = (i: number) => parseInt(hex.slice(2 * i, 2 * i + 2), 16)
      return [channel(0), channel(1), channel(2), 255]
    }),
  ]
}

interface Props {
  plot: Plot | null
  view: View
  size: Size
  theme: string
}

/** The tints, one pixel a cell, stretched to the view. */
export function Depths({ plot, view, size, theme }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const element = canvas.current
    const context = element?.getContext('2d')
    if (!element || !context || !plot) return
    const { columns, rows } = plot.grid
    element.width = columns
    element.height = rows
    const colours = palette(element)
    const image = context.createImageData(columns, rows)
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const colour = colours[plot.depths[row * columns + column] ?? 0]
        if (colour) image.data.set(colour, 4 * ((rows - 1 - row) * columns + column))
      }
    context.putImageData(image, 0, 0)
  }, [plot, theme])
  if (!plot) return null
  const { grid } = plot
  const [left, top] = toScreen(view, size, [grid.x0M, grid.y0M + grid.rows * grid.cellM])
  return (
    <canvas
      ref={canvas}
      aria-hidden
      className="pointer-events-none absolute origin-top-left"
      style={{
        left,
        top,
        width: grid.columns * grid.cellM * view.pxPerM,
        height: grid.rows * grid.cellM * view.pxPerM,
      }}
    />
  )
}
