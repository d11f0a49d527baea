/** A word on the chart: where it would like to stand and how much room it takes, in pixels. */
export interface Label {
  key: string
  x: number
  y: number
  width: number
  height: number
}

export interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

const boxOf = ({ width, height }: Label, x: number, y: number): Box => ({
  left: x,
  right: x + width,
  top: y - height,
  bottom: y,
})

const meet = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/**
 * Where labels can stand without lying on each other: each tries its own places in turn (right above, right below, left
 * above, left below its spot), the first come first, none on what is to be kept clear. One that finds none is left out.
 */
export function declutter(
  labels: readonly Label[],
  keepClear: readonly Box[] = [],
): Map<string, { x: number; y: number }> {
  const taken: Box[] = [...keepClear]
  const placed = new Map<string, { x: number; y: number }>()
  for (const label of labels) {
    const { x, y, width, height } = label
    const places = [
      [x + 9, y - 6],
      [x + 9, y + height + 3],
      [x - width - 9, y - 6],
      [x - width - 9, y + height + 3],
    ] as const
    const free = places.find(([px, py]) => !taken.some((box) => meet(box, boxOf(label, px, py))))
    if (!free) continue
    taken.push(boxOf(label, free[0], free[1]))
    placed.set(label.key, { x: free[0], y: free[1] })
  }
  return placed
}
