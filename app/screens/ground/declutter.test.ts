import { declutter } from './declutter'

const label = (key: string, x: number, y: number) => ({ key, x, y, width: 60, height: 12 })

test('labels on one spot take different places, and what finds none is left out', () => {
  const placed = declutter(['a', 'b', 'c', 'd', 'e'].map((key) => label(key, 100, 100)))
  expect([...placed.keys()]).toEqual(['a', 'b', 'c', 'd'])
  expect(new Set([...placed.values()].map(({ x, y }) => `${x} ${y}`)).size).toBe(4)
})

test('labels that are far apart all stand at their first place', () => {
  const placed = declutter([label('a', 0, 0), label('b', 300, 0)])
  expect(placed.get('a')).toEqual({ x: 9, y: -6 })
  expect(placed.get('b')).toEqual({ x: 309, y: -6 })
})

test('what is to be kept clear stays clear: the name goes to its next place, or is left out', () => {
  const label = { key: 'a', x: 100, y: 100, width: 40, height: 12 }
  const right = { left: 100, right: 160, top: 70, bottom: 130 }
  expect(declutter([label]).get('a')).toEqual({ x: 109, y: 94 })
  expect(declutter([label], [right]).get('a')?.x).toBe(51)
  expect(declutter([label], [{ left: 0, right: 300, top: 0, bottom: 300 }]).has('a')).toBe(false)
})
