import type { Random } from '../../lib/random'
import { newKey } from '../../plan'
import type { Site } from '../../plan'

/** One of several answers; a method says what it gives and what it costs. */
export interface Choice {
  value: string
  label: string
  gives?: string
  costs?: string
}

interface Asked {
  /** Stable: answers are filed under it. */
  id: string
  asks: string
  /** What is meant by it, in a sentence; empty where the question says it all. */
  hint: string
}

/** A short question with a sensible answer already in. */
export type Question = Asked &
  (
    | { kind: 'text'; suggested: string; most: number; mayBeEmpty: boolean }
    /** An SSID: at most 32 octets. */
    | { kind: 'ssid'; suggested: string; mayBeEmpty: boolean }
    | { kind: 'key'; suggested: string }
    | { kind: 'count'; suggested: number; least: number; most: number; unit: string; beyond: string }
    | { kind: 'choice'; suggested: string; choices: Choice[] }
    | { kind: 'yesNo'; suggested: boolean }
    | { kind: 'country'; suggested: string }
    | { kind: 'address'; suggested: string; mayBeEmpty: boolean }
    | { kind: 'macs'; suggested: string }
  )

/** What has been said so far, not checked yet: some questions only come up after others. */
export type Given = Readonly<Record<string, unknown>>

/** What a job looks at to ask: the site, what was said, and a stream for keys that it suggests. */
export interface Ask {
  site: Site
  given: Given
  random: Random
}

export const text = (
  id: string,
  asks: string,
  suggested: string,
  hint = '',
  mayBeEmpty = false,
): Question => ({
  id,
  asks,
  hint,
  kind: 'text',
  suggested,
  most: 60,
  mayBeEmpty,
})

export const ssid = (
  id: string,
  asks: string,
  suggested: string,
  hint = '',
  mayBeEmpty = false,
): Question => ({ id, asks, hint, kind: 'ssid', suggested, mayBeEmpty })

/** A key of its own for each SSID; one that somebody has already given stays. */
export const key = (id: string, asks: string, { random }: Ask): Question => ({
  id,
  asks,
  hint: '8 to 63 characters. The one suggested has no look-alikes and can be read over a phone.',
  kind: 'key',
  suggested: newKey(random),
})

export const count = (
  id: string,
  asks: string,
  suggested: number,
  [least, most]: readonly [number, number],
  { unit = '', hint = '', beyond = '' }: { unit?: string; hint?: string; beyond?: string } = {},
): Question => ({ id, asks, hint, kind: 'count', suggested, least, most, unit, beyond })

export const choice = (id: string, asks: string, choices: Choice[], hint = ''): Question => ({
  id,
  asks,
  hint,
  kind: 'choice',
  suggested: choices[0]?.value ?? '',
  choices,
})

export const yesNo = (id: string, asks: string, suggested: boolean, hint = ''): Question => ({
  id,
  asks,
  hint,
  kind: 'yesNo',
  suggested,
})

export const address = (
  id: string,
  asks: string,
  suggested: string,
  hint = '',
  mayBeEmpty = false,
): Question => ({ id, asks, hint, kind: 'address', suggested, mayBeEmpty })

/** Asked once per site: its radio rules hold for everything after. */
export const countryIfMissing = ({ site }: Ask): Question[] =>
  site.country === null
    ? [
        {
          id: 'country',
          asks: 'In which country?',
          hint: 'Its radio rules decide channels and power. They are law; check them yourself.',
          kind: 'country',
          suggested: 'NL',
        },
      ]
    : []

/** Up to so many clients in one network: beyond it broadcasts to all of them cost more than they say. Common practice, no source. */
export const MOST_CLIENTS = 4000

export const clients = (id: string, asks: string, suggested: number): Question =>
  count(id, asks, suggested, [1, MOST_CLIENTS], {
    unit: 'at once',
    beyond: 'More in one network drown it in broadcasts: make several networks of them.',
  })

/** The site's name as a name on the air: letters and digits, words run together. */
export const ssidFrom = (site: Site, after = ''): string => {
  const words = site.name.normalize('NFKD').match(/[A-Za-z0-9]+/g) ?? ['Site']
  const name = words.map((word) => word.charAt(0).toUpperCase() + word.slice(1)).join('')
  return `${name.slice(0, 32 - after.length)}${after}`
}
