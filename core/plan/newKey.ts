import type { Random } from '../lib/random'

/**
 * Characters of a key that a person reads out and types: no two that look alike in print (0 O, 1 l I, 5 S, 2 Z, 8 B, 9 g q, 6 b, u v)
 * are both in it. Common practice, no source.
 */
export const KEY_CHARACTERS = 'acdefhjkmnprtwxy347'
const GROUPS = 4
const PER_GROUP = 4

/** Bits that a guesser has to find: log2 of the number of keys there are. */
export const NEW_KEY_BITS = GROUPS * PER_GROUP * Math.log2(KEY_CHARACTERS.length)

/** A key of 16 characters in groups of four, such as "k7mp-4rtx-hw3d-cj7e": 68 bits. Give it a stream fit for secrets. */
export const newKey = (random: Random): string =>
  Array.from({ length: GROUPS }, () =>
    Array.from(
      { length: PER_GROUP },
      () => KEY_CHARACTERS[Math.floor(random() * KEY_CHARACTERS.length)],
    ).join(''),
  ).join('-')

/** Source: ITU Radio Regulations, Appendix 14 (letters); digits are said as they are. */
const SPOKEN: Readonly<Record<string, string>> = Object.fromEntries(
  (
    'Alfa Bravo Charlie Delta Echo Foxtrot Golf Hotel India Juliett Kilo Lima Mike November Oscar Papa Quebec Romeo Sierra ' +
    'Tango Uniform Victor Whiskey X-ray Yankee Zulu'
  )
    .split(' ')
    .map((word) => [word.charAt(0).toLowerCase(), word]),
)
const MARKS: Readonly<Record<string, string>> = {
  '-': 'hyphen',
  ' ': 'space',
  '.': 'full stop',
  _: 'underscore',
}

/** A key as it is read over a phone, letter by letter; capitals are said to be ones. */
export const spelled = (key: string): string =>
  [...key]
    .map((one) => {
      const word = SPOKEN[one.toLowerCase()]
      if (word) return one === one.toLowerCase() ? word.toLowerCase() : `capital ${word.toLowerCase()}`
      return MARKS[one] ?? one
    })
    .join(', ')
