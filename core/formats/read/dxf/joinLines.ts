import type { Point } from '../../../plan'

/** Lines that begin where another ends become one: a drawing's walls come as single strokes. Same ends within a centimetre. */
export function joinLines(lines: readonly Point[][], sameM = 0.01): Point[][] {
  const key = ([x, y]: Point) => `${Math.round(x / sameM)} ${Math.round(y / sameM)}`
  const ends = new Map<string, Set<number>>()
  const open = lines.filter((line) => line.length > 1).map((line) => [...line])
  const note = (point: Point, i: number) => {
    const at = ends.get(key(point)) ?? new Set()
    at.add(i)
    ends.set(key(point), at)
  }
  open.forEach((line, i) => {
    note(line[0] ?? [0, 0], i)
    note(line.at(-1) ?? [0, 0], i)
  })
  const used = new Set<number>()
  /** The one other line that ends here; where three meet, walls branch, and lines end. */
  const next = (point: Point, self: number): number | null => {
    const here = [...(ends.get(key(point)) ?? [])]
    if (here.length !== 2) return null
    const other = here.find((i) => i !== self)
    return other === undefined || used.has(other) ? null : other
  }
  const joined: Point[][] = []
  open.forEach((line, i) => {
    if (used.has(i)) return
    used.add(i)
    joined.push(grow(grow(line, i, next, used, open).reverse(), i, next, used, open).reverse())
  })
  return joined
}

function grow(
  line: Point[],
  first: number,
  next: (point: Point, self: number) => number | null,
  used: Set<number>,
  open: Point[][],
): Point[] {
  const grown = [...line]
  let self = first
  for (;;) {
    const end = grown.at(-1)
    const i = end ? next(end, self) : null
    const other = i === null ? undefined : open[i]
    if (i === null || !other || !end) return grown
    used.add(i)
    self = i
    const [a] = other
    const forwards = a !== undefined && Math.hypot(a[0] - end[0], a[1] - end[1]) < 0.02
    grown.push(...(forwards ? other.slice(1) : other.slice(0, -1).reverse()))
  }
}
