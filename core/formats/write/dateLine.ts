import type { Position } from '../globe'

/** Longitudes that run on past ±180°, so that what crosses the date line hangs together; by the first of them. */
function unwrapped(line: readonly Position[]): Position[] {
  const first = line[0]?.[0] ?? 0
  return line.map(([lon, lat]) => [lon - 360 * Math.round((lon - first) / 360), lat])
}

/** The meridian that a line crosses, or null. */
function crossed(line: readonly Position[]): number | null {
  const lons = line.map(([lon]) => lon)
  const isAround = (meridian: number) => Math.min(...lons) < meridian && Math.max(...lons) > meridian
  return [180, -180].find(isAround) ?? null
}

/** Where a stretch meets a meridian. */
const meeting = (a: Position, b: Position, meridian: number): Position => [
  meridian,
  Math.round((a[1] + ((b[1] - a[1]) * (meridian - a[0])) / (b[0] - a[0])) * 1e9) / 1e9,
]

const wrapped = (line: Position[], meridian: number, side: 1 | -1): Position[] => {
  const beyond = Math.sign(meridian) === side
  return line.map(([lon, lat]) => [Math.round((beyond ? lon - 360 * side : lon) * 1e9) / 1e9, lat])
}

/** One side of a meridian of a closed ring (Sutherland and Hodgman). */
function clipped(ring: readonly Position[], meridian: number, side: 1 | -1): Position[] {
  const isIn = ([lon]: Position) => (lon - meridian) * side >= 0
  return ring.flatMap((point, i): Position[] => {
    const before = ring.at(i - 1) ?? point
    const crossing = isIn(before) === isIn(point) ? [] : [meeting(before, point, meridian)]
    return isIn(point) ? [...crossing, point] : crossing
  })
}

/** A ring without its closing point as rings that do not cross the date line. Source: RFC 7946 section 3.1.9. */
export function cutRing(ring: readonly Position[]): Position[][] {
  const whole = unwrapped(ring)
  const meridian = crossed(whole)
  if (meridian === null) return [[...ring]]
  return ([-1, 1] as const).map((side) => wrapped(clipped(whole, meridian, side), meridian, side))
}

/** A line as lines that do not cross it. */
export function cutLine(line: readonly Position[]): Position[][] {
  const whole = unwrapped(line)
  const meridian = crossed(whole)
  if (meridian === null) return [[...line]]
  const parts: Position[][] = [[]]
  whole.forEach((point, i) => {
    const before = whole[i - 1]
    if (before && (before[0] - meridian) * (point[0] - meridian) < 0) {
      const at = meeting(before, point, meridian)
      parts.at(-1)?.push(at)
      parts.push([at])
    }
    parts.at(-1)?.push(point)
  })
  return parts.map((part) => wrapped(part, meridian, sideOf(part, meridian)))
}

const sideOf = (part: readonly Position[], meridian: number): 1 | -1 =>
  part.some(([lon]) => lon > meridian) ? 1 : -1

/** Twice the area of a ring, positive where it runs anticlockwise. */
export function turning(ring: readonly Position[]): number {
  const whole = unwrapped(ring)
  return whole.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = whole[(i + 1) % whole.length] ?? [x, y]
    return sum + (x * nextY - nextX * y)
  }, 0)
}
