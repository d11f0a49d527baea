import { boxOf } from '../../plan'
import type { Area, Site } from '../../plan'
import { gridOver } from './grid'
import type { Grid } from './grid'
import { computeLayer, layerJob } from './kernel'
import { outdoorCells } from './outdoors'
import { kernelRadio, plannedRadios } from './plannedRadios'
import type { PlannedRadio } from './plannedRadios'
import { overNoise, served } from './readings'
import type { Served } from './readings'
import { sceneOf } from './scene'

/** The field over one drawn area on its own band: which access point serves each cell, how loud, and how far over noise. */
export interface AreaField {
  grid: Grid
  radios: PlannedRadio[]
  served: Served
  ratioDb: Float32Array
}

/** Null where the area is not drawn on a level. */
export function areaField(site: Site, area: Area, cellM: number): AreaField | null {
  const level = site.levels.find(({ id }) => id === area.levelId)
  const box = boxOf(area.outline)
  if (!level || !box || area.outline.length < 3) return null
  const grid = gridOver(box.min, box.max, cellM, level.floorM + site.ground.clientHeightM)
  const scene = sceneOf(site, area.band)
  const outdoors = outdoorCells(scene, grid)
  const radios = plannedRadios(site, area.band)
  const layers = radios.map((radio) =>
    computeLayer(layerJob(scene, kernelRadio(site, radio, grid.zM), grid, outdoors)),
  )
  const all = served(radios, layers, site.ground, area.leastSignalDbm, grid.columns * grid.rows)
  return { grid, radios, served: all, ratioDb: overNoise(radios, layers, site.ground, all) }
}
