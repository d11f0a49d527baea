import type { RadioModel, Site } from '../../plan'
import type { LearnedTerm } from './terms'

interface Learned {
  site: Site
  readings: number
  sigmaDb: number
  /** ISO 8601; none: while it is being learned. */
  learnedAt?: string
}

/** What of a walk the chart, links and soundings take over. What it says nothing of stays as planned, and a client's own offset is no part of the site. */
export function radioModelOf(
  terms: readonly LearnedTerm[],
  { site, readings, sigmaDb, learnedAt = '' }: Learned,
): RadioModel {
  const told = terms.filter(({ saysNothing }) => !saysNothing)
  const slopes = { clear: 0, behindWalls: 0 }
  for (const { of, value } of told) if (of.kind === 'slope') slopes[of.where] = value
  return {
    learnedAt,
    model: site.ground.model,
    readings,
    sigmaDb,
    slopes,
    losses: told.flatMap(({ of, value }) =>
      of.kind === 'loss' ? [{ what: of.what, name: of.name, band: of.band, byDb: value }] : [],
    ),
    offsets: told.flatMap(({ of, value }) =>
      of.kind === 'radio' ? [{ deviceId: of.deviceId, band: of.band, byDb: value }] : [],
    ),
  }
}
