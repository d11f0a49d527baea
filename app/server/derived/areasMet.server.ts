import { areaReports } from '~/core/radio/coverage'
import type { Site } from '~/core/plan'

/** What the coverage of the areas depends on. */
const PARTS = [
  'areas',
  'levels',
  'buildings',
  'walls',
  'obstacles',
  'antennas',
  'deviceTypes',
  'devices',
  'ground',
  'country',
] as const

const known = new Map<string, boolean>()
const MOST_KNOWN = 8
/** Coarser than the chart: enough to say whether an area meets its need, and quick. */
const CELL_M = 1

/**
 * Whether every drawn area gets its least signal over the share of it that the plan wants to be sure of. Worked out once
 * for each state of the ground; nothing drawn is not met.
 */
export function areasMet(site: Site): boolean {
  if (!site.areas.some(({ outline }) => outline.length > 2)) return false
  const key = JSON.stringify(PARTS.map((part) => site[part]))
  const before = known.get(key)
  if (before !== undefined) return before
  const wanted = site.ground.confidencePercent / 100
  const met = areaReports(site, CELL_M).every(({ share }) => share.withConfidence >= wanted)
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(key, met)
  return met
}
