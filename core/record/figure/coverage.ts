import {
  cellCount,
  computeLayer,
  gridOver,
  isolines,
  kernelRadio,
  layerJob,
  outdoorCells,
  plannedRadios,
  sceneOf,
  served,
  areaShare,
  overNoise,
  DEPTH_LEVELS,
} from '../../radio/coverage'
import type { AreaShare, Isoline } from '../../radio/coverage'
import type { Area, Band, Id, Level, Site } from '../../plan'
import { boxOfLevel, isDrawn } from './ground'

/** Cells of a printed chart; fewer where there are many radios, since each of them costs all cells. */
const MOST_CELLS = 30_000
const MOST_CELLS_TIMES_RADIOS = 5_000_000
const CELL_M = 0.5

/** What the plan promises on one level and band. */
export interface LevelCoverage {
  levelId: Id
  band: Band
  isolines: Isoline[]
  areas: { area: Area; share: AreaShare }[]
}

/** The band that most areas of a level ask for; 5 GHz where none says. */
function bandOn(site: Site, level: Level): Band {
  const bands = site.areas.filter(({ levelId }) => levelId === level.id).map(({ band }) => band)
  const [most] = [...new Set(bands)].sort(
    (a, b) => bands.filter((x) => x === b).length - bands.filter((x) => x === a).length,
  )
  return most ?? '5'
}

/** The forecast on one level, from the radios of that level and all others. Null where nothing is drawn or nothing is on the air. */
export function levelCoverage(site: Site, level: Level): LevelCoverage | null {
  if (!isDrawn(site, level)) return null
  const main = bandOn(site, level)
  const field = fieldOn(site, level, main)
  if (!field) return null
  const others = [...new Set(areasOn(site, level).map(({ band }) => band))].filter((band) => band !== main)
  return {
    levelId: level.id,
    band: main,
    isolines: isolines(field.grid, field.all.signal, DEPTH_LEVELS.signal),
    areas: [field, ...others.flatMap((band) => fieldOn(site, level, band) ?? [])].flatMap(
      ({ shares }) => shares,
    ),
  }
}

const areasOn = (site: Site, level: Level): Area[] =>
  site.areas.filter(({ levelId, outline }) => levelId === level.id && outline.length > 2)

function fieldOn(site: Site, level: Level, band: Band) {
  const box = boxOfLevel(site, level)
  const radios = plannedRadios(site, band)
  if (!box || radios.length === 0) return null
  const most = Math.min(MOST_CELLS, Math.ceil(MOST_CELLS_TIMES_RADIOS / radios.length))
  const grid = gridOver(box.min, box.max, CELL_M, level.floorM + site.ground.clientHeightM, most)
  const scene = sceneOf(site, band)
  const outdoors = outdoorCells(scene, grid)
  const layers = radios.map((radio) =>
    computeLayer(layerJob(scene, kernelRadio(site, radio, grid.zM), grid, outdoors)),
  )
  const all = served(radios, layers, site.ground, DEPTH_LEVELS.signal[0] ?? -82, cellCount(grid))
  const ratio = overNoise(radios, layers, site.ground, all)
  const shares = areasOn(site, level)
    .filter((area) => area.band === band)
    .map((area) => ({ area, share: areaShare(area, grid, radios, all, ratio, site.ground) }))
  return { grid, all, shares }
}
