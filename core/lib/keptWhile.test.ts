import { keptWhile } from './keptWhile'

test('the answer stands while all that was read are the same objects, and for each object by itself', () => {
  const kept = keptWhile<object, number>()
  let times = 0
  const work = () => ++times
  const [about, other, read] = [{}, {}, {}]
  expect([kept(about, [read, 1], work), kept(about, [read, 1], work)]).toEqual([1, 1])
  expect(kept(other, [read, 1], work)).toBe(2)
  expect(kept(about, [read, 1], work)).toBe(1)
  expect(kept(about, [{}, 1], work)).toBe(3)
  expect(kept(about, [read, 1, 2], work)).toBe(4)
})

test('two rememberers know nothing of each other', () => {
  const [one, two] = [keptWhile<object, string>(), keptWhile<object, string>()]
  const about = {}
  expect([one(about, [], () => 'one'), two(about, [], () => 'two'), one(about, [], () => 'again')]).toEqual([
    'one',
    'two',
    'one',
  ])
})
