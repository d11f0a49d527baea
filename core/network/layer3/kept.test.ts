import { emptyMemory, heed, keptPerTwin, takeOver } from './kept'

const holder = () => ({ memory: emptyMemory() })

test('an answer is worked out once for each key', () => {
  const [here, kept] = [holder(), keptPerTwin<string>('once')]
  const work = jest.fn((word: string) => word)
  for (const word of ['a', 'b', 'a']) kept(here, word, () => work(word))
  expect(work.mock.calls).toEqual([['a'], ['b']])
})

test('it is taken over where nothing that was read is touched, also by what it was worked out from', () => {
  const [inner, outer] = [keptPerTwin<number>('inner'), keptPerTwin<number>('outer')]
  const here = holder()
  const ask = (at: ReturnType<typeof holder>, salt: number) =>
    outer(at, '', () => {
      heed(at, 7)
      return salt + inner(at, '', () => (heed(at, 8), salt))
    })
  expect(ask(here, 1)).toBe(2)
  const after = (touched: number[]) => {
    const later = holder()
    takeOver(here.memory, later.memory, new Set(touched))
    return ask(later, 10)
  }
  expect(after([])).toBe(2)
  expect(after([9])).toBe(2)
  // Only the outer one is gone: the inner stands.
  expect(after([7])).toBe(11)
  expect(after([8])).toBe(20)
})

test('what an answer that was there already had been read from counts as well', () => {
  const [inner, outer] = [keptPerTwin<number>('read before'), keptPerTwin<number>('asks it later')]
  const here = holder()
  const ask = (at: ReturnType<typeof holder>, salt: number) => inner(at, '', () => (heed(at, 8), salt))
  ask(here, 1)
  outer(here, '', () => ask(here, 2))
  const later = holder()
  takeOver(here.memory, later.memory, new Set([8]))
  expect(outer(later, '', () => ask(later, 3))).toBe(3)
})

test('a question that breaks off leaves nothing behind', () => {
  const [here, kept] = [holder(), keptPerTwin<number>('breaks')]
  const broken = () =>
    kept(here, '', () => {
      throw new Error('no')
    })
  expect(broken).toThrow('no')
  expect(here.memory.asking).toEqual([])
  expect(kept(here, '', () => 5)).toBe(5)
})

test('two questions of one name are two questions', () => {
  const [here, one, other] = [holder(), keptPerTwin<number>('alike'), keptPerTwin<number>('alike')]
  expect([one(here, '', () => 1), other(here, '', () => 2)]).toEqual([1, 2])
})
