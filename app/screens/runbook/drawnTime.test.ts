import { drawnTime } from './drawnTime'

const shift = (id: number, startMin: number, endMin: number) => ({
  id,
  startMin,
  freeMin: endMin,
  endMin,
  people: [0],
})

test('a night between is drawn as eight minutes, and what has no pause as it is', () => {
  const drawn = drawnTime([shift(1, 600, 610), shift(0, 0, 20), shift(2, 612, 620)])
  expect([0, 20, 600, 612, 620].map(drawn)).toEqual([0, 20, 28, 40, 48])
  const plain = drawnTime([shift(0, 0, 5), shift(1, 7, 9)])
  expect([0, 5, 7, 9].map(plain)).toEqual([0, 5, 7, 9])
})
