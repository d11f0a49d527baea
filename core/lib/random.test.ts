import { bad, good, pathText } from './outcome'
import { seedFrom, seededRandom } from './random'

test('the same seed gives the same stream, within 0 and 1, evenly spread', () => {
  const [a, b] = [seededRandom(42), seededRandom(42)]
  const drawn = Array.from({ length: 10_000 }, a)
  expect(drawn.slice(0, 5)).toEqual(Array.from({ length: 5 }, b))
  expect(drawn.every((value) => value >= 0 && value < 1)).toBe(true)
  const tenths = Array.from(
    { length: 10 },
    (_, i) => drawn.filter((value) => Math.floor(value * 10) === i).length,
  )
  for (const count of tenths) expect(Math.abs(count - 1000)).toBeLessThan(150)
})

/** FNV-1a of 32 bits for the empty text, "a" and "foobar": the authors’ own test values, from memory. */
test.each([
  ['', 0x811c9dc5],
  ['a', 0xe40c292c],
  ['foobar', 0xbf9cf968],
])('seed of “%s”', (text, expected) => expect(seedFrom(text)).toBe(expected))

test('a path is written as people write it', () => {
  expect(pathText(['networks', 2, 'pool', 'end'])).toBe('networks[2].pool.end')
  expect(pathText([0, 'a'])).toBe('[0].a')
  expect(pathText([])).toBe('')
})

test('outcomes carry a value or problems', () => {
  expect(good(3)).toEqual({ ok: true, value: 3 })
  expect(bad({ path: [], code: 'x', message: 'y' })).toEqual({
    ok: false,
    problems: [{ path: [], code: 'x', message: 'y' }],
  })
})
