import type { Vec3 } from './records'

/** A place of one coordinate system in another: three axes and an origin. */
export interface Frame {
  x: Vec3
  y: Vec3
  z: Vec3
  origin: Vec3
}

export const WORLD: Frame = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], origin: [0, 0, 0] }

const turned = ({ x, y, z }: Frame, [u, v, w]: Vec3): Vec3 => [
  x[0] * u + y[0] * v + z[0] * w,
  x[1] * u + y[1] * v + z[1] * w,
  x[2] * u + y[2] * v + z[2] * w,
]

export function placed(frame: Frame, point: Vec3): Vec3 {
  if (frame === WORLD) return point
  const [x, y, z] = turned(frame, point)
  return [x + frame.origin[0], y + frame.origin[1], z + frame.origin[2]]
}

/** What lies in `inner`, which lies in `outer`. */
export const within = (outer: Frame, inner: Frame): Frame => ({
  x: turned(outer, inner.x),
  y: turned(outer, inner.y),
  z: turned(outer, inner.z),
  origin: placed(outer, inner.origin),
})

const norm = ([x, y, z]: Vec3): number => Math.hypot(x, y, z)
/** By how much a length grows at most. */
export const growth = ({ x, y, z }: Frame): number => Math.max(norm(x), norm(y), norm(z))

export const cross = ([a, b, c]: Vec3, [d, e, f]: Vec3): Vec3 => [b * f - c * e, c * d - a * f, a * e - b * d]
const unit = (vector: Vec3): Vec3 => {
  const length = norm(vector) || 1
  return [vector[0] / length, vector[1] / length, vector[2] / length]
}

/** An entity's own system by its extrusion: the arbitrary axis algorithm. Source: DXF reference, appendix, from memory. */
export function extruded(extrusion: Vec3): Frame {
  const z = unit(extrusion)
  if (norm(extrusion) === 0 || (z[0] === 0 && z[1] === 0 && z[2] > 0)) return WORLD
  const isSteep = Math.abs(z[0]) < 1 / 64 && Math.abs(z[1]) < 1 / 64
  const x = unit(cross(isSteep ? [0, 1, 0] : [0, 0, 1], z))
  return { x, y: cross(z, x), z, origin: [0, 0, 0] }
}

export const shifted = (origin: Vec3): Frame => ({ ...WORLD, origin })
export const scaled = (x: number, y: number, z: number): Frame => ({
  x: [x, 0, 0],
  y: [0, y, 0],
  z: [0, 0, z],
  origin: [0, 0, 0],
})
export function turnedBy(degrees: number): Frame {
  const turn = (degrees * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  return { x: [cos, sin, 0], y: [-sin, cos, 0], z: [0, 0, 1], origin: [0, 0, 0] }
}
