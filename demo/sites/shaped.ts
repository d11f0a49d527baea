import { JOBS, makeJob } from '~/core/guide/jobs'
import type { JobId } from '~/core/guide/jobs'
import { seededRandom } from '~/core/lib/random'
import { applyEdits, RECORD_DEFAULTS } from '~/core/plan'
import type { Area, Building, Device, Level, Point, Position, Site, Wall } from '~/core/plan'

/** Keys of a demo come from a seed: the same each time, and for nobody's network. */
const chance = seededRandom(20_261_126)

/** The site after a job; a job that is refused is a mistake of this script. */
export function worked(site: Site, id: JobId, given: Record<string, string | number | boolean>): Site {
  const made = makeJob(JOBS[id], { site, given, random: chance })
  if (!made.ok) throw new Error(`${id}: ${made.problems.map(({ message }) => message).join(' ')}`)
  return applyEdits(site, made.value.edits)
}

/** What a device is called here and where it hangs. */
export interface Known {
  name?: string
  place?: string
  at?: Point
  levelId?: string
  heightM?: number
}

/** Names and places in place of those that the jobs gave. */
export const known = (site: Site, words: Readonly<Record<string, Known>>): Site => ({
  ...site,
  devices: site.devices.map((device) => withWords(device, words[device.id])),
})

function withWords(device: Device, word: Known | undefined): Device {
  if (!word) return device
  const { name = device.name, place = device.place, at, levelId = 'ground', heightM = 2.6 } = word
  const position: Position | null = at
    ? { ...NOWHERE, ...device.position, at, levelId, heightM }
    : device.position
  return { ...device, name, place, position, mac: device.mac }
}

const NOWHERE = { antennaId: null, azimuthDeg: 0, tiltDeg: 0, locked: false }

export const level = (id: string, name: string, floorM: number, slabMm = 0): Level => ({
  ...(RECORD_DEFAULTS.levels as Level),
  id,
  name,
  floorM,
  slabMm,
})

export const wall = (
  id: string,
  levelId: string,
  points: Point[],
  material = 'brick',
  thicknessMm = 115,
): Wall => ({
  ...(RECORD_DEFAULTS.walls as Wall),
  id,
  levelId,
  points,
  material,
  thicknessMm,
})

export const building = (id: string, name: string, outline: Point[], levelIds: string[]): Building => ({
  ...(RECORD_DEFAULTS.buildings as Building),
  id,
  name,
  outline,
  levelIds,
})

export const area = (
  id: string,
  name: string,
  levelId: string,
  outline: Point[],
  needs: Area['needs'],
): Area => ({
  ...(RECORD_DEFAULTS.areas as Area),
  id,
  name,
  levelId,
  outline,
  needs,
})

export const box = (x1: number, y1: number, x2: number, y2: number): Point[] => [
  [x1, y1],
  [x2, y1],
  [x2, y2],
  [x1, y2],
]

/** A box's outline as one wall, closed. */
export const round = (outline: Point[]): Point[] => [...outline, ...outline.slice(0, 1)]
