import { shared } from './shared'

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

describe('what a later value shares with the earlier one', () => {
  const before = {
    id: 'a',
    at: [1, 2],
    ports: [
      { n: 1, tagged: [4] },
      { n: 2, tagged: [] },
    ],
    none: null,
  }

  test('is all of it where nothing differs, in whatever order it was said', () => {
    expect(shared(before, copy(before))).toBe(before)
    const { id, ...rest } = copy(before)
    expect(shared(before, { ...rest, id })).toBe(before)
  })

  test('is every part but those on the way to what differs', () => {
    const after = copy(before)
    after.ports[1]!.tagged.push(9)
    const made = shared(before, after)
    expect(made).toEqual(after)
    expect(made).not.toBe(before)
    expect(made.at).toBe(before.at)
    expect(made.ports).not.toBe(before.ports)
    expect(made.ports[0]).toBe(before.ports[0])
    expect(made.ports[1]).not.toBe(before.ports[1])
  })

  test.each([
    ['a list grown', [1, [2]], [1, [2], 3]],
    ['a list cut', [1, [2], 3], [1, [2]]],
    ['a list for an object', { 0: 1 }, [1]],
    ['an object for a list', [1], { 0: 1 }],
    ['a field more', { a: 1 }, { a: 1, b: 2 }],
    ['a field less', { a: 1, b: 2 }, { a: 1 }],
    ['another field instead', { a: undefined }, { b: undefined }],
    ['null for an object', { a: {} }, { a: null }],
    ['an object for null', { a: null }, { a: {} }],
    ['a name that every object has', {}, { constructor: Object }],
    ['nothing for something', { a: 1 }, undefined],
    ['a figure for its text', { a: 1 }, { a: '1' }],
  ])('%s is what it is afterwards', (_, earlier, later) => {
    expect(shared(earlier, later)).toStrictEqual(later)
    expect(shared(earlier, later)).not.toBe(earlier)
  })

  test('what was before and comes after is left as it was', () => {
    const [one, other] = [Object.freeze({ a: Object.freeze([1]) }), Object.freeze({ a: Object.freeze([2]) })]
    expect(shared(one, other)).toEqual({ a: [2] })
  })
})
