import { decibels, leakDb, milliwatts, noiseFloorDbm, rateMbps, spanOf } from '../propagation'
import type { GroundSettings } from '../../plan'
import type { PlannedRadio } from './plannedRadios'

/** What the chart can show. */
export type Reading = 'signal' | 'snr' | 'sinr' | 'rate' | 'second' | 'servers'

export const READINGS: Record<Reading, { name: string; unit: string; says: string }> = {
  signal: { name: 'Signal', unit: 'dBm', says: 'level of the strongest access point at the client' },
  snr: { name: 'Over noise', unit: 'dB', says: 'level over the noise, in the weaker direction' },
  sinr: {
    name: 'Over noise and others',
    unit: 'dB',
    says: 'level over the noise and the other radios on the air',
  },
  rate: { name: 'Link rate', unit: 'Mbit/s', says: 'what the standard’s tables give at that ratio' },
  second: { name: 'Second best', unit: 'dBm', says: 'who takes over when the strongest one fails' },
  servers: { name: 'Access points heard', unit: '', says: 'how many are heard well enough' },
}

/** How much of the time another radio is taken to talk. Assumed, no source: the airtime of a site is worked out elsewhere. */
export const OTHERS_BUSY_SHARE = 0.2

/** Marks a cell that nobody serves. */
export const NOBODY = -1
export const NOTHING_DBM = -200

export interface Served {
  /** Index of the strongest radio in each cell, or NOBODY. */
  best: Int16Array
  /** Its level at the client, dBm. */
  signal: Float32Array
  second: Float32Array
  servers: Uint8Array
}

/** Level at the client: power, way, the client's antenna. */
export const downDbm = (radio: { powerDbm: number }, wayDb: number, ground: GroundSettings): number =>
  radio.powerDbm + wayDb + ground.clientGainDbi

/** What a layer has to be raised by so that it gives the weaker of both directions. */
export const weakerRiseDb = (radio: { powerDbm: number }, ground: GroundSettings): number =>
  Math.min(radio.powerDbm + ground.clientGainDbi, ground.clientEirpDbm)

/**
 * Strongest, second and how many over a threshold, cell by cell, of the radios that clients join. `layers[i]` belongs to
 * `radios[i]`.
 */
export function served(
  radios: readonly PlannedRadio[],
  layers: readonly Float32Array[],
  ground: GroundSettings,
  thresholdDbm: number,
  cells = layers[0]?.length ?? 0,
): Served {
  const best = new Int16Array(cells).fill(NOBODY)
  const signal = new Float32Array(cells).fill(NOTHING_DBM)
  const second = new Float32Array(cells).fill(NOTHING_DBM)
  const servers = new Uint8Array(cells)
  radios.forEach((radio, i) => {
    if (!radio.serves) return
    const layer = layers[i]!
    const rise = radio.powerDbm + ground.clientGainDbi
    for (let cell = 0; cell < cells; cell++) {
      const level = layer[cell]! + rise
      if (level >= thresholdDbm) servers[cell]!++
      if (level > signal[cell]!) {
        second[cell] = signal[cell]!
        signal[cell] = level
        best[cell] = i
      } else if (level > second[cell]!) second[cell] = level
    }
  })
  return { best, signal, second, servers }
}

/** Weaker direction over the noise of its own width, for the strongest radio of each cell. */
export function overNoise(
  radios: readonly PlannedRadio[],
  layers: readonly Float32Array[],
  ground: GroundSettings,
  { best }: Served,
): Float32Array {
  const rises = radios.map(
    (radio) => weakerRiseDb(radio, ground) - noiseFloorDbm(radio.widthMhz, ground.noiseFigureDb),
  )
  return Float32Array.from(best, (i, cell) => (i === NOBODY ? NOTHING_DBM : layers[i]![cell]! + rises[i]!))
}

/** How much of each other radio's power falls into a radio's channel: [into][from], as a factor. 0 for itself. */
export function leaks(radios: readonly PlannedRadio[]): number[][] {
  const spans = radios.map(({ band, channel, widthMhz }) =>
    channel === null ? null : spanOf(band, channel, widthMhz),
  )
  return spans.map((into, i) =>
    spans.map((from, j) => (i === j || !into || !from ? 0 : milliwatts(leakDb(from, into)))),
  )
}

/** A foreign radio that was heard: its level where it was heard stands for the whole site. */
export interface Foreign {
  channel: number
  widthMhz: number
  rssiDbm: number
}

/**
 * The weaker direction over noise and the others, each talking OTHERS_BUSY_SHARE of the time. Interference is what
 * arrives at the client; at the access point the same is taken to arrive.
 */
export function overNoiseAndOthers(
  radios: readonly PlannedRadio[],
  layers: readonly Float32Array[],
  ground: GroundSettings,
  { best }: Served,
  foreign: readonly Foreign[] = [],
): Float32Array {
  const shares = leaks(radios)
  const noise = radios.map((radio) => {
    const strange =
      radio.channel === null
        ? 0
        : foreign.reduce((sum, one) => sum + foreignMilliwatts(one, radio, radio.channel ?? 1), 0)
    return milliwatts(noiseFloorDbm(radio.widthMhz, ground.noiseFigureDb)) + OTHERS_BUSY_SHARE * strange
  })
  const rises = radios.map((radio) => weakerRiseDb(radio, ground))
  const powers = radios.map(({ powerDbm }) => powerDbm + ground.clientGainDbi)
  return Float32Array.from(best, (i, cell) => {
    if (i === NOBODY) return NOTHING_DBM
    let others = noise[i]!
    const into = shares[i]!
    for (let j = 0; j < radios.length; j++)
      if (into[j]! > 0) others += OTHERS_BUSY_SHARE * into[j]! * 10 ** ((layers[j]![cell]! + powers[j]!) / 10)
    return layers[i]![cell]! + rises[i]! - decibels(others)
  })
}

function foreignMilliwatts(one: Foreign, radio: PlannedRadio, channel: number): number {
  const leak = leakDb(
    spanOf(radio.band, one.channel, one.widthMhz),
    spanOf(radio.band, channel, radio.widthMhz),
  )
  return milliwatts(one.rssiDbm + leak)
}

/** PHY rate in each cell at the given ratio; 0 where nobody serves. */
export function linkRates(
  radios: readonly PlannedRadio[],
  { best }: Served,
  ratioDb: Float32Array,
): Float32Array {
  const tables = radios.map(({ generation, widthMhz, streams }) =>
    Array.from({ length: HIGHEST_RATIO_DB + 1 }, (_, db) => rateMbps(generation, widthMhz, streams, db)),
  )
  return Float32Array.from(best, (i, cell) =>
    i === NOBODY ? 0 : tables[i]![Math.max(0, Math.min(HIGHEST_RATIO_DB, Math.floor(ratioDb[cell]!)))]!,
  )
}

/** Above this every rate is to be had; the steps between rates lie at whole decibels, the table's levels being whole. */
const HIGHEST_RATIO_DB = 60
