import type {
  AreaShare,
  Foreign,
  Grid,
  Isoline,
  PlannedRadio,
  Reading,
  SentRadio,
} from '~/core/radio/coverage'
import type { Area, GroundSettings } from '~/core/plan'

/** One band of rows of one layer: the unit of work of the pool. Small, so that giving up takes effect at once. */
export interface LayerTask {
  /** Names the layer: the same radio over the same ground on the same grid. */
  layerKey: string
  sceneKey: string
  radio: SentRadio
  grid: Grid
  fromRow: number
  toRow: number
}

/** What to make of finished layers. */
export interface PlotOrder {
  grid: Grid
  layerKeys: string[]
  radios: PlannedRadio[]
  ground: GroundSettings
  reading: Reading
  /** For counting the access points that are heard. */
  thresholdDbm: number
  foreign: Foreign[]
  /** Drawn areas on this level and band. */
  areas: Area[]
  levels: number[]
}

/** A picture of the chart: which depth each cell has, lines, where it is below the need, and how the areas fare. */
export interface Plot {
  grid: Grid
  reading: Reading
  /** How many of the levels each cell reaches. */
  depths: Uint8Array
  isolines: Isoline[]
  /** Outlines of the spots in areas that do not meet the need with confidence. */
  hatcheds: Isoline[]
  areas: AreaShare[]
}
