import {
  DEPTH_LEVELS,
  READINGS,
  coarser,
  plannedRadios,
  sceneOf,
  sentRadio,
  snappedGrid,
} from '~/core/radio/coverage'
import type { Reading } from '~/core/radio/coverage'
import type { Band, Level, Site } from '~/core/plan'
import type { ChartRequest } from '../../workers/coverageEngine'
import { groundBox } from './groundBox'

/** Which chart of a plan is wanted. */
export interface ChartWanted {
  level: Level
  band: Band
  reading: Reading
}

export const bandOf = (text: string | null): Band => (text === '2.4' || text === '6' ? text : '5')
export const readingOf = (text: string | null): Reading =>
  text !== null && text in READINGS ? (text as Reading) : 'signal'

/** Cells are half a metre; more of them than this make a fine layer slow: they grow instead. */
const MOST_CELLS = 400_000
/** So many in all layers, four bytes each, are kept at once: with many radios the cells grow, too. */
const MOST_IN_ALL = 120_000_000
const cellsEach = (radios: number): number =>
  Math.min(MOST_CELLS, Math.floor(MOST_IN_ALL / Math.max(1, radios)))

/** How many times as long a coarse cell is. */
const COARSE = 4

/** The chart that is there soon. */
export const coarseRequest = (site: Site, wanted: ChartWanted): ChartRequest =>
  requestFor(site, wanted, COARSE)
export const fineRequest = (site: Site, wanted: ChartWanted): ChartRequest => requestFor(site, wanted, 1)

/** Round the drawn ground, so far the chart goes on. */
const ROOM_M = 4

function requestFor(site: Site, { level, band, reading }: ChartWanted, times: number): ChartRequest {
  const box = groundBox(site) ?? { min: [0, 0], max: [40, 24] }
  const zM = level.floorM + site.ground.clientHeightM
  const radios = plannedRadios(site, band)
  const fine = snappedGrid(
    [box.min[0] - ROOM_M, box.min[1] - ROOM_M],
    [box.max[0] + ROOM_M, box.max[1] + ROOM_M],
    zM,
    cellsEach(radios.length),
  )
  const grid = times === 1 ? fine : coarser(fine, times)
  const areas = site.areas.filter(
    (area) => area.levelId === level.id && area.band === band && area.outline.length > 2,
  )
  const key = sceneKey(site, band)
  return {
    scene: sceneOf(site, band),
    sceneKey: key,
    layers: radios.map((radio) => ({
      layerKey: JSON.stringify([
        key,
        radio.position,
        { ...radio.antenna, id: '', name: '' },
        site.ground.model,
        site.ground.learned,
        grid,
      ]),
      sceneKey: key,
      radio: sentRadio(site, radio, zM),
      grid,
    })),
    order: {
      grid,
      radios,
      ground: site.ground,
      reading,
      thresholdDbm: Math.max(-75, ...areas.map(({ leastSignalDbm }) => leastSignalDbm)),
      foreign: site.neighbours.filter((heard) => heard.band === band),
      areas,
      levels: DEPTH_LEVELS[reading],
    },
  }
}

const numbers = new WeakMap<object, number>()
const known = new Map<string, number>()
/** A dragged wall leaves a list behind at every step: so many are kept, then the store starts afresh with new numbers. */
const MOST_LISTS = 40
let given = 0

/** The same number for the same content, looked at once for each object: a list that an edit leaves alone stays itself. */
function numberOf(list: object): number {
  const before = numbers.get(list)
  if (before !== undefined) return before
  const text = JSON.stringify(list)
  const number = known.get(text) ?? ++given
  if (known.size >= MOST_LISTS) known.clear()
  known.set(text, number)
  numbers.set(list, number)
  return number
}

const sceneKey = (site: Site, band: Band): string =>
  [band, site.walls, site.obstacles, site.buildings, site.levels, site.ground.learned ?? 'as planned']
    .map((part) => (typeof part === 'string' ? part : numberOf(part)))
    .join('/')
