import type { PlannedRadio } from '../coverage'
import type { Site } from '../../plan'
import { crossesWater, waterLossDb } from './overWater'
import { radioHop } from './radioHop'
import type { RadioHop } from './radioHop'

/** A bridge's hop as it will be over the tide: likely at the middle of it, low at its worst, high at its best. */
export function bridgeHop(site: Site, parent: PlannedRadio, child: PlannedRadio): RadioHop {
  const { water } = site.backhaul
  if (!water || !crossesWater(site, parent, child)) return radioHop(site, parent, child)
  const losses = [0, 1, 2, 3, 4, 5, 6, 7, 8].map((step) =>
    waterLossDb(site, parent, child, water, water.lowestM + ((water.highestM - water.lowestM) * step) / 8),
  )
  const sorted = [...losses].sort((a, b) => a - b)
  const at = (lossDb: number) => radioHop(site, parent, child, Math.min(lossDb, 200))
  const likely = at(sorted[4] ?? 0)
  return {
    ...likely,
    goodput: {
      lowMbps: Math.min(at(sorted[8] ?? 0).goodput.likelyMbps, likely.goodput.lowMbps),
      likelyMbps: likely.goodput.likelyMbps,
      highMbps: likely.goodput.highMbps,
    },
  }
}
