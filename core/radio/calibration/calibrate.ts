import { heardAt, plannedRadios } from '../coverage'
import type { Band, Point, Site } from '../../plan'
import { fitRegression } from './regression'
import type { Sample } from './regression'
import { sharesOf } from './terms'
import type { Share, Term } from './terms'

/** One level read at a spot; null: that radio was not heard there. */
export interface WalkReading {
  at: Point
  /** Name of the floor; null: the lowest. */
  floor: string | null
  /** A device of the plan, by id or name. */
  radio: string
  band: Band
  rssiDbm: number | null
  client: string | null
}

export interface LearnedTerm extends Term {
  /** How far it is off what is planned. */
  value: number
  standardError: number
  /** The walk says nothing of it: its spread is hardly smaller than what was assumed. */
  saysNothing: boolean
}

export interface Calibration {
  terms: LearnedTerm[]
  /** Spread of one reading about the model, dB. */
  sigmaDb: number
  /** Root mean square error of the plan's own sum, and of the learned one with each spot left out, dB. */
  errorBeforeDb: number
  errorAfterDb: number
  heard: number
  notHeard: number
  /** Readings that count little: wrong place, an open door, another radio? */
  odd: { reading: WalkReading; predictedDbm: number }[]
  /** Terms that were always met together: only their sum is known. */
  together: [string, string][]
}

export interface Predicted {
  reading: WalkReading
  predictedDbm: number
  shares: Share[]
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

/** Learns a site's radio from a walk. Null: too few readings to learn from. */
export function calibrate(predicted: readonly Predicted[], thresholdDbm = THRESHOLD_DBM): Calibration | null {
  const heard = predicted.filter(({ reading }) => reading.rssiDbm !== null)
  if (heard.length < 2) return null
  const terms = [
    ...new Map(
      predicted.flatMap(({ shares }) => shares.map(({ term }) => [term.id, term] as const)),
    ).values(),
  ]
  const column = new Map(terms.map(({ id }, i) => [id, i]))
  const samples = predicted.map(({ reading, predictedDbm, shares }): Sample => {
    const x = terms.map(() => 0)
    for (const { term, factor } of shares) {
      const i = column.get(term.id)
      if (i !== undefined) x[i] = (x[i] ?? 0) + factor
    }
    return {
      x,
      y: (reading.rssiDbm ?? thresholdDbm) - predictedDbm,
      heard: reading.rssiDbm !== null,
      place: `${reading.at.join(' ')} ${reading.floor ?? ''}`,
    }
  })
  const fit = fitRegression(samples, { priorSd: terms.map(({ priorSd }) => priorSd), robust: true })
  const variance = (i: number, j = i) => fit.covariance[i]?.[j] ?? 0
  return {
    terms: terms.map((term, i) => ({
      ...term,
      value: fit.theta[i] ?? 0,
      standardError: Math.sqrt(variance(i)),
      saysNothing: variance(i) / term.priorSd ** 2 > SAYS_NOTHING,
    })),
    sigmaDb: fit.sigmaDb,
    errorBeforeDb: rootMeanSquare(samples.flatMap(({ y, heard: was }) => (was ? [y] : []))),
    errorAfterDb: rootMeanSquare(fit.leftOut.flatMap((one) => one ?? [])),
    heard: heard.length,
    notHeard: predicted.length - heard.length,
    odd: predicted.filter(({ reading }, i) => reading.rssiDbm !== null && (fit.weights[i] ?? 1) < ODD),
    together: pairs(terms, (i, j) => variance(i, j) / Math.sqrt(variance(i) * variance(j))),
  }
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
