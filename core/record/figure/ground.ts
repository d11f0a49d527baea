import { boxOf, kindOf, middleOf } from '../../plan'
import type { Device, Level, Point, Site } from '../../plan'
import { DEPTH_LEVELS } from '../../radio/coverage'
import type { Isoline } from '../../radio/coverage'
import { cutText, rect } from './types'
import type { Figure, Ink, Shape, Spot } from './types'

const WIDTH = 1000
const MARGIN_M = 6
const DEPTHS: readonly Ink[] = ['depth-1', 'depth-2', 'depth-3', 'depth-4', 'depth-5']
const MOST_LETTERS = 24
/** With more devices than this only the access points' stars are drawn, without their names. */
const MOST_NAMED = 60

/** A level read at a spot. */
export interface ReadPoint {
  at: Point
  /** Null: nothing was heard there. */
  rssiDbm: number | null
}

interface Drawn {
  site: Site
  level: Level
  isolines?: readonly Isoline[]
  points?: readonly ReadPoint[]
}

/** Where something stands on a level, in metres: what a picture of it has to show. */
export function boxOfLevel(site: Site, level: Level): { min: Point; max: Point } | null {
  const box = boxOf([
    ...site.buildings.filter(({ levelIds }) => levelIds.includes(level.id)).flatMap(({ outline }) => outline),
    ...site.walls.filter(({ levelId }) => levelId === level.id).flatMap(({ points }) => points),
    ...site.areas.filter(({ levelId }) => levelId === level.id).flatMap(({ outline }) => outline),
    ...site.devices.flatMap(({ position }) => (position?.levelId === level.id ? [position.at] : [])),
  ])
  if (!box) return null
  return {
    min: [box.min[0] - MARGIN_M, box.min[1] - MARGIN_M],
    max: [box.max[0] + MARGIN_M, box.max[1] + MARGIN_M],
  }
}

/** Whether anything but gear is drawn on a level: without it a chart shows nothing that a list does not. */
export const isDrawn = (site: Site, { id }: Level): boolean =>
  site.buildings.some(({ levelIds }) => levelIds.includes(id)) ||
  site.walls.some(({ levelId }) => levelId === id) ||
  site.areas.some(({ levelId, outline }) => levelId === id && outline.length > 2)

/** The chart of a level: land, walls, areas, gear; with isolines its depths, with points what was read there. Null for a level on which nothing is drawn or read. */
export function groundFigure({ site, level, isolines = [], points = [] }: Drawn): Figure | null {
  const box = boxOfLevel(site, level)
  if (!box || (points.length === 0 && !isDrawn(site, level))) return null
  const scale = WIDTH / Math.max(box.max[0] - box.min[0], (box.max[1] - box.min[1]) * 1.2)
  const width = (box.max[0] - box.min[0]) * scale
  const height = (box.max[1] - box.min[1]) * scale
  const to = ([x, y]: Point): Spot => [(x - box.min[0]) * scale, (box.max[1] - y) * scale]
  const on = <T extends { levelId: string | null }>(list: readonly T[]) =>
    list.filter(({ levelId }) => levelId === level.id)
  const gear = site.devices.filter(({ position }) => position?.levelId === level.id)
  const shapes: Shape[] = [
    { kind: 'area', rings: [rect(0, 0, width, height)], fill: 'sheet' },
    ...site.buildings
      .filter(({ levelIds }) => levelIds.includes(level.id))
      .map(({ outline }): Shape => ({ kind: 'area', rings: [outline.map(to)], fill: 'land' })),
    ...isolines.map(({ value, rings }): Shape => ({
      kind: 'area',
      rings: rings.map((ring) => ring.map(to)),
      fill: DEPTHS[DEPTH_LEVELS.signal.indexOf(value)] ?? 'depth-1',
    })),
    ...on(site.keepOuts)
      .filter(({ water }) => water)
      .map(({ outline }): Shape => ({
        kind: 'area',
        rings: [outline.map(to)],
        stroke: { ink: 'depth-5', width: 1.4, dash: [1, 4] },
      })),
    ...on(site.obstacles).map(({ outline }): Shape => ({
      kind: 'area',
      rings: [outline.map(to)],
      stroke: { ink: 'soft', width: 1, dash: [5, 3] },
    })),
    ...site.buildings
      .filter(({ levelIds }) => levelIds.includes(level.id))
      .map(({ outline }): Shape => ({
        kind: 'area',
        rings: [outline.map(to)],
        stroke: { ink: 'ink', width: 1 },
      })),
    ...on(site.walls).map((wall): Shape => ({
      kind: 'line',
      points: wall.points.map(to),
      stroke: { ink: 'ink', width: 2.2 },
    })),
    ...on(site.areas)
      .filter(({ outline }) => outline.length > 2)
      .flatMap(({ outline, name }): Shape[] => [
        { kind: 'area', rings: [outline.map(to)], stroke: { ink: 'depth-5', width: 1.2, dash: [8, 4] } },
        {
          kind: 'text',
          at: to(middleOf(outline)),
          text: cutText(name, MOST_LETTERS),
          size: 13,
          anchor: 'middle',
          ink: 'soft',
          halo: true,
        },
      ]),
    ...points.flatMap(({ at, rssiDbm }): Shape[] => [
      { kind: 'disc', at: to(at), radius: 4.5, fill: 'paper', stroke: { ink: 'ink', width: 1.2 } },
      {
        kind: 'text',
        at: [to(at)[0], to(at)[1] - 7],
        text: rssiDbm === null ? 'none' : String(rssiDbm),
        size: 10,
        anchor: 'middle',
        halo: true,
      },
    ]),
    ...gear.flatMap((device) => deviceShapes(device, to, gear.length <= MOST_NAMED)),
    ...scaleBar(scale, height),
    ...northArrow(width),
  ]
  return {
    width,
    height,
    isFramed: true,
    says: `${level.name}: ${gear.map(({ name }) => name).join(', ') || 'no gear'}`,
    shapes,
  }
}

/** An access point is a star with its flare, what else there is a square. */
function deviceShapes(device: Device, to: (at: Point) => Spot, isNamed: boolean): Shape[] {
  if (!device.position) return []
  const [x, y] = to(device.position.at)
  const isStar = kindOf(device).offersSsids === 'always' || device.air !== null
  const mark: Shape[] = isStar
    ? [
        {
          kind: 'area',
          rings: [star(x, y, isNamed ? 9 : 6)],
          fill: 'caution',
          stroke: { ink: 'paper', width: 0.8 },
        },
      ]
    : [{ kind: 'area', rings: [rect(x - 3.5, y - 3.5, 7, 7)], fill: 'ink' }]
  // Squares stand close together in a cupboard: only what hangs somewhere is named.
  return isNamed && isStar
    ? [
        ...mark,
        {
          kind: 'text',
          at: [x + 11, y + 4],
          text: cutText(device.name, MOST_LETTERS),
          size: 12,
          strong: true,
          halo: true,
        },
      ]
    : mark
}

const star = (x: number, y: number, radius: number): Spot[] =>
  Array.from({ length: 10 }, (_, i) => {
    const angle = (i * Math.PI) / 5 - Math.PI / 2
    const r = i % 2 === 0 ? radius : radius * 0.42
    return [x + r * Math.cos(angle), y + r * Math.sin(angle)]
  })

/** A round length that takes up about a fifth of the picture. */
function scaleBar(scale: number, height: number): Shape[] {
  const lengthM = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find((m) => m * scale > 110) ?? 1000
  const [x, y] = [14, height - 14]
  return [
    {
      kind: 'line',
      points: [
        [x, y - 5],
        [x, y],
        [x + lengthM * scale, y],
        [x + lengthM * scale, y - 5],
      ],
      stroke: { ink: 'ink', width: 1.4 },
    },
    { kind: 'text', at: [x + 4, y - 5], text: `${lengthM} m`, size: 12, halo: true },
  ]
}

const northArrow = (width: number): Shape[] => [
  {
    kind: 'area',
    rings: [
      [
        [width - 20, 12],
        [width - 14, 34],
        [width - 20, 29],
        [width - 26, 34],
      ],
    ],
    fill: 'ink',
  },
  { kind: 'text', at: [width - 20, 48], text: 'N', size: 12, anchor: 'middle', strong: true },
]
