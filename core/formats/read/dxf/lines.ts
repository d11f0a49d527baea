import { arcPoints, bulgePoints } from './curves'
import { cross, extruded, growth, placed, WORLD, within } from './matrix'
import type { Frame } from './matrix'
import type { DxfRecord, Vec3 } from './records'
import { splinePoints } from './splines'

/** A line in the drawing, or why an entity is none. */
export type DxfLine = { points: Vec3[] } | { why: string }

/** Bits of a polyline's flags. Source: DXF reference, POLYLINE and VERTEX, from memory. */
const CLOSED = 1
const IN_SPACE = 8
const MESH = 16
const POLYFACE = 64
const FRAME_OF_A_SPLINE = 16

const degrees = (value: number): number => (value * Math.PI) / 180

/** The own system of an entity, which its extrusion gives. */
const ownFrame = (frame: Frame, record: DxfRecord): Frame =>
  record.has(230) || record.has(210) || record.has(220)
    ? within(frame, extruded([record.number(210, 0), record.number(220, 0), record.number(230, 1)]))
    : frame

/** An entity as points where it is put, curves by chords within a distance of them in the drawing's own units. */
export function lineOf(record: DxfRecord, frame: Frame, tolerance: number): DxfLine {
  const shape = SHAPES[record.type]
  return shape ? shape(record, frame, tolerance) : { why: 'no line' }
}

type Shape = (record: DxfRecord, frame: Frame, tolerance: number) => DxfLine

/** How near chords have to be before the frame makes them longer. */
const before = (frame: Frame, tolerance: number): number => tolerance / (growth(frame) || 1)

const put = (frame: Frame, points: Vec3[]): DxfLine => ({
  points: points.map((point) => placed(frame, point)),
})

const SHAPES: Partial<Record<string, Shape>> = {
  LINE: (record, frame) => put(frame, [record.point(10), record.point(11)]),
  ARC: (record, frame, tolerance) =>
    round(
      record,
      ownFrame(frame, record),
      [degrees(record.number(50, 0)), degrees(record.number(51, 360))],
      tolerance,
    ),
  CIRCLE: (record, frame, tolerance) => round(record, ownFrame(frame, record), [0, 2 * Math.PI], tolerance),
  ELLIPSE: ellipse,
  LWPOLYLINE: lightPolyline,
  POLYLINE: polyline,
  SPLINE: spline,
}

function round(record: DxfRecord, frame: Frame, angles: [number, number], tolerance: number): DxfLine {
  const radius = record.number(40, 0)
  if (radius <= 0) return { why: 'without length' }
  return put(
    frame,
    arcPoints(
      record.point(10),
      [
        [radius, 0, 0],
        [0, radius, 0],
      ],
      angles,
      before(frame, tolerance),
    ),
  )
}

/** Centre and axes are in the world's system; the extrusion says which way round it runs. */
function ellipse(record: DxfRecord, frame: Frame, tolerance: number): DxfLine {
  const major = record.point(11)
  if (Math.hypot(...major) === 0) return { why: 'without length' }
  const { z } = ownFrame(WORLD, record)
  const ratio = record.number(40, 1)
  const minor = cross(z, major).map((value) => value * ratio) as Vec3
  const angles: [number, number] = [record.number(41, 0), record.number(42, 2 * Math.PI)]
  return put(frame, arcPoints(record.point(10), [major, minor], angles, before(frame, tolerance)))
}

function lightPolyline(record: DxfRecord, frame: Frame, tolerance: number): DxfLine {
  const corners: { at: Vec3; bulge: number }[] = []
  const elevation = record.number(38, 0)
  record.codes.forEach((code, i) => {
    const value = Number(record.values[i])
    if (code === 10) corners.push({ at: [value, 0, elevation], bulge: 0 })
    const last = corners.at(-1)
    if (last && code === 20) last.at[1] = value
    if (last && code === 42) last.bulge = value
  })
  return put(ownFrame(frame, record), bulgePoints(corners, record.flag(CLOSED), before(frame, tolerance)))
}

function polyline(record: DxfRecord, frame: Frame, tolerance: number): DxfLine {
  if (record.flag(MESH) || record.flag(POLYFACE)) return { why: 'a mesh of faces' }
  const corners = record.parts
    .filter((vertex) => vertex.type === 'VERTEX' && !vertex.flag(FRAME_OF_A_SPLINE))
    .map((vertex) => ({ at: vertex.point(10), bulge: vertex.number(42, 0) }))
  const isInSpace = record.flag(IN_SPACE)
  const flat = isInSpace ? corners.map(({ at }) => ({ at, bulge: 0 })) : corners
  return put(
    isInSpace ? frame : ownFrame(frame, record),
    bulgePoints(flat, record.flag(CLOSED), before(frame, tolerance)),
  )
}

function spline(record: DxfRecord, frame: Frame, tolerance: number): DxfLine {
  const points = splinePoints(
    {
      degree: record.number(71, 3),
      control: record.points(10),
      knots: record.numbers(40),
      weights: record.numbers(41),
      fit: record.points(11),
      tangents: record.has(12) && record.has(13) ? [record.point(12), record.point(13)] : null,
    },
    before(frame, tolerance),
  )
  return points ? put(frame, points) : { why: 'with neither control points nor fit points' }
}
