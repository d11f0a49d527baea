import { heardAt, plannedRadios } from '../coverage'
import type { RadioModel, Site } from '../../plan'
import { alarmsOf } from './alarms'
import type { Alarm } from './alarms'
import { radioModelOf } from './model'
import { fitRegression } from './regression'
import type { Fit, Sample } from './regression'
import { sharesOf } from './terms'
import type { Predicted, WalkReading } from './readings'
import { sigmaByMedian } from './spread'
import { LEAST_SPOTS } from './terms'
import type { LearnedTerm, Share, Term } from './terms'

export interface Calibration {
  terms: LearnedTerm[]
  /** Rows and columns by term. */
  covariance: number[][]
  /** Spread of one reading about the model, dB. */
  sigmaDb: number
  /** The same on each floor that was walked, each spot left out; by name, and for those with enough readings. */
  spreads: { floor: string; sigmaDb: number; readings: number }[]
  /** Root mean square error of the plan's own sum, and of the learned one with each spot left out, dB. */
  errorBeforeDb: number
  errorAfterDb: number
  heard: number
  notHeard: number
  /** Readings that count little: wrong place, an open door, another radio? */
  odd: { reading: WalkReading; predictedDbm: number }[]
  /** Terms that were always met together: only their sum is known. */
  together: [string, string][]
  /** Spread of a level on the chart, dB: of a single reading, and what is still not known of the terms. */
  chartDb: number
  /** Below which nothing was read, by the walk itself, dBm. */
  floorDbm: number
  /** What about the walk can't be: nothing is to be learned from it until somebody has answered. */
  alarms: Alarm[]
}

/** Below this nothing is read. Common practice, no source. */
export const THRESHOLD_DBM = -95
const SAYS_NOTHING = 0.8
const TOGETHER = 0.95
const ODD = 0.3

/** What the plan has for each reading; readings of radios that it does not have, or that are nowhere, are given by name. */
export function predictWalk(
  site: Site,
  readings: readonly WalkReading[],
): { predicted: Predicted[]; unknown: string[] } {
  const bands = [...new Set(readings.map(({ band }) => band))]
  const radios = bands.flatMap((band) => plannedRadios(site, band))
  const unknown = new Set<string>()
  const clients = new Set(readings.flatMap(({ client }) => client ?? []))
  const predicted = readings.flatMap((reading): Predicted[] => {
    const radio = radios.find(
      ({ device, band }) => band === reading.band && [device.id, device.name].includes(reading.radio),
    )
    if (!radio) {
      unknown.add(`${reading.radio}, ${reading.band} GHz`)
      return []
    }
    const level =
      reading.floor === null ? site.levels[0] : site.levels.find(({ name }) => name === reading.floor)
    if (!level && reading.floor !== null) {
      unknown.add(`floor ${reading.floor}`)
      return []
    }
    const floorM = level?.floorM ?? 0
    const [heard] = heardAt(site, [radio], reading.at, floorM + site.ground.clientHeightM)
    if (!heard) return []
    // One client's offset cannot be told from what all radios have in common.
    const client = clients.size > 1 ? reading.client : null
    return [{ reading, predictedDbm: heard.dbm, shares: sharesOf(site, radio, heard.way, client) }]
  })
  return { predicted, unknown: [...unknown] }
}

/** Ways are taken anew so often at most: a wall that costs more may send the sum over its edge. */
const MOST_ROUNDS = 3

/**
 * Learns a site's radio from a walk, beside what is planned, whatever was learned before. Each round is linear in what is learned; the
 * ways are then taken anew with it, until they stay. Null: too few readings to learn from.
 */
export function calibrate(
  site: Site,
  walked: readonly WalkReading[],
  statedFloorDbm?: number,
): Calibration | null {
  const plan = asPlanned(site)
  const readings = once(walked)
  const thresholdDbm = statedFloorDbm ?? floorOf(readings)
  const start = predictWalk(plan, readings).predicted
  if (start.filter(({ reading }) => reading.rssiDbm !== null).length < 2) return null
  let ways = start
  let fitted = fitWalk(plan, ways, [], thresholdDbm)
  for (let round = 1; round < MOST_ROUNDS; round++) {
    const model = radioModelOf(fitted.terms, {
      site: plan,
      readings: readings.length,
      sigmaDb: fitted.sigmaDb,
    })
    const next = predictWalk(withModel(plan, model), readings).predicted
    if (next.every(({ shares }, i) => isAlike(shares, ways[i]?.shares ?? []))) break
    ways = next
    fitted = fitWalk(plan, ways, fitted.terms, thresholdDbm)
  }
  const { terms, sigmaDb, covariance, weights, leftOut } = fitted
  const correlation = (i: number, j: number) =>
    (covariance[i]?.[j] ?? 0) / Math.sqrt((covariance[i]?.[i] ?? 1) * (covariance[j]?.[j] ?? 1))
  const heard = start.filter(({ reading }) => reading.rssiDbm !== null)
  return {
    terms,
    covariance,
    sigmaDb,
    spreads: spreadsOf(site, start, leftOut),
    errorBeforeDb: rootMeanSquare(
      heard.map(({ reading, predictedDbm }) => (reading.rssiDbm ?? 0) - predictedDbm),
    ),
    errorAfterDb: rootMeanSquare(leftOut.flatMap((one) => one ?? [])),
    heard: heard.length,
    notHeard: start.length - heard.length,
    odd: start.filter(({ reading }, i) => reading.rssiDbm !== null && (weights[i] ?? 1) < ODD),
    together: pairs(terms, correlation),
    chartDb: Math.sqrt(sigmaDb ** 2 + meanVariance(ways, terms, covariance)),
    floorDbm: thresholdDbm,
    alarms: alarmsOf(plan, start, terms, (moved) => predictWalk(plan, moved).predicted),
  }
}

/** Readings that a receiver's floor is taken from, at least. Common practice, no source. */
const LEAST_FOR_FLOOR = 10

/**
 * Where something was not heard, the receiver's floor is no higher than the weakest that it read: the likeliest value, and one that never
 * makes an unheard radio weaker than it may be. The plan's own where there are too few.
 */
function floorOf(readings: readonly WalkReading[]): number {
  const levels = readings.flatMap(({ rssiDbm }) => rssiDbm ?? [])
  if (levels.length < LEAST_FOR_FLOOR || levels.length === readings.length) return THRESHOLD_DBM
  return Math.max(THRESHOLD_DBM, Math.min(...levels))
}

/** Mean variance of what the terms add up to where it was read, dB². */
function meanVariance(
  ways: readonly Predicted[],
  terms: readonly Term[],
  covariance: readonly (readonly number[])[],
): number {
  const column = new Map(terms.map(({ id }, i) => [id, i]))
  const each = ways.map(({ shares }) => {
    const met = shares.filter(({ term }) => term.of.kind !== 'client')
    const at = met.map(({ term, factor }) => ({ i: column.get(term.id) ?? 0, factor }))
    return at.reduce(
      (sum, one) =>
        at.reduce(
          (part, other) => part + one.factor * other.factor * (covariance[one.i]?.[other.i] ?? 0),
          sum,
        ),
      0,
    )
  })
  return each.reduce((sum, one) => sum + one, 0) / Math.max(1, each.length)
}

/** The same reading brought in twice teaches nothing new. */
const once = (readings: readonly WalkReading[]): WalkReading[] => [
  ...new Map(readings.map((one) => [JSON.stringify(Object.entries(one).sort()), one])).values(),
]

/** The plan without what was learned. */
export const asPlanned = (site: Site): Site => withModel(site, null)

export const withModel = (site: Site, learned: RadioModel | null): Site => ({
  ...site,
  ground: { ...site.ground, learned },
})

interface WalkFit extends Pick<Fit, 'sigmaDb' | 'covariance' | 'weights' | 'leftOut'> {
  terms: LearnedTerm[]
}

/** The spread that the plan assumes counts as so many readings. Common practice, no source. */
const USUAL_WORTH = 6

/** One round: `before` is what the ways were taken with. */
function fitWalk(
  site: Site,
  predicted: readonly Predicted[],
  before: readonly LearnedTerm[],
  thresholdDbm: number,
): WalkFit {
  const known = [...before, ...predicted.flatMap(({ shares }) => shares.map(({ term }) => term))]
  // What is planned of a term stands with the one that was met first.
  const terms = [...new Map([...known].reverse().map((term) => [term.id, term] as const)).values()].reverse()
  const column = new Map(terms.map(({ id }, i) => [id, i]))
  const was = new Map(before.map(({ id, value }) => [id, value]))
  const samples = predicted.map(({ reading, predictedDbm, shares }): Sample => {
    const x = terms.map(() => 0)
    let learned = 0
    for (const { term, factor } of shares) {
      const i = column.get(term.id) ?? 0
      x[i] = (x[i] ?? 0) + factor
      if (term.of.kind !== 'client') learned += factor * (was.get(term.id) ?? 0)
    }
    return {
      x,
      y: (reading.rssiDbm ?? thresholdDbm) - predictedDbm + learned,
      heard: reading.rssiDbm !== null,
      place: `${reading.at.join(' ')} ${reading.floor ?? ''}`,
      spot: { group: `${reading.radio} ${reading.band} ${reading.floor ?? ''}`, at: reading.at },
    }
  })
  const spotsWith = new Map<string, Set<string>>()
  for (const { reading, shares } of predicted)
    for (const { term } of shares) {
      const all = spotsWith.get(term.id) ?? new Set<string>()
      spotsWith.set(term.id, all.add(`${reading.at.join(' ')} ${reading.floor ?? ''}`))
    }
  const fit = fitRegression(samples, {
    priorSd: terms.map(({ priorSd }) => priorSd),
    robust: true,
    usualSigma: { sigmaDb: site.ground.sigmaDb, samples: USUAL_WORTH },
  })
  const spots = (id: string) => spotsWith.get(id)?.size ?? 0
  return {
    ...fit,
    terms: terms.map((term, i): LearnedTerm => {
      const variance = fit.covariance[i]?.[i] ?? 0
      const value = fit.theta[i] ?? 0
      return {
        ...term,
        value: term.of.kind === 'loss' ? Math.max(-(term.planned ?? 0), value) : value,
        standardError: Math.sqrt(variance),
        saysNothing:
          variance / term.priorSd ** 2 > SAYS_NOTHING || spots(term.id) < LEAST_SPOTS[term.of.kind],
        spots: spots(term.id),
      }
    }),
  }
}

const isAlike = (one: readonly Share[], other: readonly Share[]): boolean =>
  one.length === other.length &&
  one.every(({ term, factor }, i) => {
    const same = other[i]
    return same?.term.id === term.id && Math.abs(same.factor - factor) < 1e-6
  })

/** Fewer readings than this tell no spread. Common practice, no source. */
const LEAST_FOR_SPREAD = 8

function spreadsOf(
  site: Site,
  start: readonly Predicted[],
  leftOut: readonly (number | null)[],
): Calibration['spreads'] {
  const floors = new Map<string, number[]>()
  start.forEach(({ reading }, i) => {
    const floor = reading.floor ?? site.levels[0]?.name ?? ''
    const off = leftOut[i]
    if (off != null) floors.set(floor, [...(floors.get(floor) ?? []), off])
  })
  return [...floors].flatMap(([floor, all]) =>
    all.length < LEAST_FOR_SPREAD
      ? []
      : [
          {
            floor,
            sigmaDb: sigmaByMedian(all),
            readings: all.length,
          },
        ],
  )
}

const rootMeanSquare = (values: readonly number[]): number =>
  Math.sqrt(values.reduce((sum, one) => sum + one * one, 0) / Math.max(1, values.length))

const pairs = (terms: readonly Term[], correlation: (i: number, j: number) => number): [string, string][] =>
  terms.flatMap((one, i) =>
    terms
      .slice(i + 1)
      .flatMap((other, k): [string, string][] =>
        Math.abs(correlation(i, i + 1 + k)) > TOGETHER ? [[one.name, other.name]] : [],
      ),
  )
