import { useMemo, useState } from 'react'
import type { Point } from '~/core/plan'

/** Which part of the ground is seen: the middle of the picture and how many pixels a metre has. */
export interface View {
  middle: Point
  pxPerM: number
}

export interface Size {
  width: number
  height: number
}

const LEAST_PX_PER_M = 0.05
const MOST_PX_PER_M = 400
const clamp = (value: number) => Math.max(LEAST_PX_PER_M, Math.min(MOST_PX_PER_M, value))

export const toScreen = ({ middle, pxPerM }: View, { width, height }: Size, [x, y]: Point): Point => [
  width / 2 + (x - middle[0]) * pxPerM,
  height / 2 - (y - middle[1]) * pxPerM,
]

export const toGround = ({ middle, pxPerM }: View, { width, height }: Size, [x, y]: Point): Point => [
  middle[0] + (x - width / 2) / pxPerM,
  middle[1] - (y - height / 2) / pxPerM,
]

/** The view that holds a box, with a little room round it. */
export function viewOf(box: { min: Point; max: Point } | null, { width, height }: Size): View {
  if (!box) return { middle: [20, 12], pxPerM: 18 }
  const wide = Math.max(4, box.max[0] - box.min[0])
  const deep = Math.max(4, box.max[1] - box.min[1])
  return {
    middle: [(box.min[0] + box.max[0]) / 2, (box.min[1] + box.max[1]) / 2],
    pxPerM: clamp(Math.min(width / (wide * 1.04), height / (deep * 1.06))),
  }
}

/** Pan and zoom. Until somebody moves it, the view follows the box. */
export function useView(box: { min: Point; max: Point } | null, size: Size) {
  const [own, setOwn] = useState<View | null>(null)
  // The same object as long as nothing changes: what is drawn by it is remembered by it.
  const { width, height } = size
  const [left, bottom, right, top] = box ? [...box.min, ...box.max] : []
  const whole = useMemo(
    () =>
      viewOf(
        left === undefined || bottom === undefined || right === undefined || top === undefined
          ? null
          : { min: [left, bottom], max: [right, top] },
        { width, height },
      ),
    [left, bottom, right, top, width, height],
  )
  const view = own ?? whole
  return {
    view,
    pan: (dxPx: number, dyPx: number) =>
      setOwn((before) => {
        const now = before ?? view
        return {
          ...now,
          middle: [now.middle[0] - dxPx / now.pxPerM, now.middle[1] + dyPx / now.pxPerM],
        }
      }),
    zoom: (factor: number, about: Point = [size.width / 2, size.height / 2]) =>
      setOwn((before) => {
        const now = before ?? view
        const next = clamp(now.pxPerM * factor)
        const held = toGround(now, size, about)
        return {
          pxPerM: next,
          middle: [
            held[0] - (about[0] - size.width / 2) / next,
            held[1] + (about[1] - size.height / 2) / next,
          ],
        }
      }),
    whole: () => setOwn(null),
  }
}
