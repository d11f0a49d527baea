import type { Band } from '../../plan'

export interface Allowance {
  band: Band
  channels: number[]
  eirpDbm: number
  /** The radio must look and listen for radar, and leave when it hears one. */
  radar: boolean
  indoorOnly: boolean
}

export interface Region {
  id: string
  name: string
  allowances: Allowance[]
  source: string
}

const range = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)

const rule = (
  band: Band,
  channels: number[],
  eirpDbm: number,
  { radar = false, indoorOnly = false } = {},
): Allowance => ({ band, channels, eirpDbm, radar, indoorOnly })

/** Source: ETSI EN 300 328, EN 301 893, EN 303 687 and ECC/DEC/(04)08, (20)01, from memory. */
const EUROPE: Region = {
  id: 'europe',
  name: 'Europe (CEPT)',
  allowances: [
    rule('2.4', range(1, 13, 1), 20),
    rule('5', range(36, 48, 4), 23, { indoorOnly: true }),
    rule('5', range(52, 64, 4), 23, { radar: true, indoorOnly: true }),
    rule('5', range(100, 140, 4), 30, { radar: true }),
    rule('6', range(1, 93, 4), 23, { indoorOnly: true }),
  ],
  source: 'ETSI EN 300 328, EN 301 893, EN 303 687 with ECC decisions (04)08 and (20)01, from memory',
}

/** Source: 47 CFR 15.247 and 15.407, from memory. */
const NORTH_AMERICA: Region = {
  id: 'northAmerica',
  name: 'United States and Canada',
  allowances: [
    rule('2.4', range(1, 11, 1), 36),
    rule('5', range(36, 48, 4), 36),
    rule('5', range(52, 64, 4), 30, { radar: true }),
    rule('5', range(100, 144, 4), 30, { radar: true }),
    rule('5', range(149, 165, 4), 36),
    rule('6', range(1, 233, 4), 27, { indoorOnly: true }),
  ],
  source: '47 CFR 15.247 and 15.407 (Canada: RSS-247, RSS-248 are close to it), from memory',
}

/** What both tables allow, for a country that this product has no table for. */
const CAREFUL: Region = {
  id: 'careful',
  name: 'No table for this country: only what is allowed nearly everywhere',
  allowances: [rule('2.4', range(1, 11, 1), 20), rule('5', range(36, 48, 4), 23, { indoorOnly: true })],
  source: 'common practice, no source: ask the country’s own regulator before anything else',
}

const EUROPEAN = new Set(
  'AT BE BG CH CY CZ DE DK EE ES FI FR GB GR HR HU IE IS IT LI LT LU LV MT NL NO PL PT RO SE SI SK'.split(
    ' ',
  ),
)

/** The table that holds in a country; an unknown or unset one gets the careful one. */
export function regionOf(country: string | null): Region {
  if (country && EUROPEAN.has(country)) return EUROPE
  return country === 'US' || country === 'CA' ? NORTH_AMERICA : CAREFUL
}

export const hasTable = (country: string | null): boolean => regionOf(country) !== CAREFUL

export const allowanceOf = (region: Region, band: Band, channel: number): Allowance | undefined =>
  region.allowances.find((entry) => entry.band === band && entry.channels.includes(channel))

/** The channels that a block of that width can stand on with every part of it allowed. */
export function channelsOf(region: Region, band: Band): number[] {
  return region.allowances.filter((entry) => entry.band === band).flatMap(({ channels }) => channels)
}
