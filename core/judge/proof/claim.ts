import { within } from '../../plan'
import type { Area, Id, Site } from '../../plan'
import type { WalkReading } from '../../radio/calibration'
import type { Observation } from './observations'

/** So much of an area is to have its signal, and so sure one wants to be of it. Shares from 0 to 1. */
export interface Claim {
  share: number
  confidence: number
}

/** What is claimed where nobody asks for more. Common practice, no source. */
export const USUAL_CLAIM: Claim = { share: 0.9, confidence: 0.9 }

/** The chance of so many failures or fewer in n points, each failing with a chance p. */
function atMost(failures: number, n: number, p: number): number {
  let term = (1 - p) ** n
  let sum = term
  for (let k = 1; k <= failures; k++) {
    term *= ((n - k + 1) / k) * (p / (1 - p))
    sum += term
  }
  return Math.min(1, sum)
}

/**
 * So many points with so many below the need are enough for a claim: with more area below it than is claimed, as few failures would be
 * seen in less than 1 − confidence of all draws. Exact. Source: C. J. Clopper and E. S. Pearson, The use of confidence or fiducial limits
 * illustrated in the case of the binomial, Biometrika 26 (1934), 404–413.
 */
export function leastPoints(failures: number, { share, confidence }: Claim): number {
  let n = failures + 1
  while (atMost(failures, n, 1 - share) > 1 - confidence) n++
  return n
}

/**
 * pass: the claim holds · fail: with the claim true, so many failures would be rarer than 1 − confidence · more: so many more points
 * without another failure would decide it.
 */
export type ClaimVerdict = { is: 'pass' } | { is: 'fail' } | { is: 'more'; points: number }

export function claimVerdict(points: number, failures: number, claim: Claim): ClaimVerdict {
  const least = leastPoints(failures, claim)
  if (points >= least) return { is: 'pass' }
  const soMany = failures === 0 ? 1 : 1 - atMost(failures - 1, points, 1 - claim.share)
  return soMany <= 1 - claim.confidence ? { is: 'fail' } : { is: 'more', points: least - points }
}

/** What the levels that were read in an area say of it, from these points alone; the model's forecast plays no part. */
export interface AreaClaim {
  areaId: Id
  name: string
  needDbm: number
  points: number
  below: number
  verdict: ClaimVerdict
}

export const areaClaims = (
  site: Site,
  observations: readonly Observation[],
  claim: Claim = USUAL_CLAIM,
): AreaClaim[] => site.areas.map((area) => claimOf(area, [...spots(observations, area.id).values()], claim))

function claimOf({ id, name, leastSignalDbm }: Area, levels: readonly number[], claim: Claim): AreaClaim {
  const below = levels.filter((dbm) => dbm < leastSignalDbm).length
  return {
    areaId: id,
    name,
    needDbm: leastSignalDbm,
    points: levels.length,
    below,
    verdict: claimVerdict(levels.length, below, claim),
  }
}

/** What a walk says of the areas that are drawn: at each spot inside the strongest radio of its band counts. */
export const walkClaims = (
  site: Site,
  readings: readonly WalkReading[],
  claim: Claim = USUAL_CLAIM,
): AreaClaim[] =>
  site.areas
    .filter(({ levelId, outline }) => levelId !== null && outline.length > 2)
    .map((area) => {
      const floor = site.levels.find(({ id }) => id === area.levelId)?.name ?? null
      const strongest = new Map<string, number>()
      for (const { at, band, rssiDbm, floor: on } of readings) {
        if (band !== area.band || !within(area.outline, at)) continue
        if ((on ?? site.levels[0]?.name ?? null) !== floor) continue
        strongest.set(at.join(), Math.max(strongest.get(at.join()) ?? -Infinity, rssiDbm ?? -Infinity))
      }
      return claimOf(area, [...strongest.values()], claim)
    })

/** The level of each spot: read again at one that is called the same, the newest counts, since it is no point of its own. */
function spots(observations: readonly Observation[], areaId: Id): Map<string, number> {
  const levels = new Map<string, number>()
  for (const { seen, place, id } of [...observations].sort((a, b) => a.at.localeCompare(b.at)))
    if (seen.kind === 'level' && seen.areaId === areaId) levels.set(place === '' ? id : place, seen.rssiDbm)
  return levels
}

/** The claim in words, or what is still missing for it. */
export function claimWords(
  { name, needDbm, points, below, verdict }: AreaClaim,
  { share, confidence }: Claim,
): string {
  const claimed = `${percent(share)} of ${name} is at ${needDbm} dBm or above, with ${percent(confidence)} confidence`
  const seen = `${points} ${points === 1 ? 'point' : 'points'}, ${below} below`
  if (verdict.is === 'pass') return `${claimed}: ${seen}.`
  if (verdict.is === 'fail') return `Not so: that ${claimed}. ${seen}.`
  return `${seen}; ${verdict.points} more without a failure, spread over it, and one may say: ${claimed}.`
}

const percent = (share: number): string => `${Math.round(share * 100)} %`
