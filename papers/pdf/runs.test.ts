import { runsOf, settable } from './runs'

const seen = (text: string) => runsOf(text, 'plain').map((run) => run.text)

test('a plain text is one run', () => {
  expect(seen('Chandlery AP port 1, 18 m')).toEqual(['Chandlery AP port 1, 18 m'])
  expect(runsOf('', 'plain')).toEqual([])
})

/** Source: Unicode Standard Annex 9, rules N0 (brackets), I1, I2 and L2, L4; worked out by hand. */
test('words from the right stand in the order in which they are seen', () => {
  // Seen from the left: AP 5 (3) and then the word.
  expect(seen('AP 5 מעגן (3) x').join('')).toBe('AP 5 (3) מעגן x')
  // A line that begins from the right: its first word is seen last.
  expect(seen('מעגן AP 5')).toEqual(['AP 5', ' ', 'מעגן'])
})

test('a sign that no font has is given by its number; what has no shape is left out', () => {
  expect(settable('Dock 東', 'plain')).toBe('Dock [U+6771]')
  expect(settable('a\u200bb\u0007c\ud800', 'plain')).toBe('abc')
  expect(settable('one\ntwo\tthree', 'plain')).toBe('one two three')
  expect(settable('≤ → √ ⚓', 'code')).toBe('≤ → √ ⚓')
})
