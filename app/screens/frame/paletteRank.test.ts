import { paletteRank } from './paletteRank'

test('what begins with the letters typed comes first', () => {
  const labels = ['Networks', 'Workshop AP 1', 'Network of the workshop', 'Tower', 'Brief']
  const ranked = (typed: string) =>
    labels
      .map((label) => ({ label, rank: paletteRank(label, typed) }))
      .filter(({ rank }) => rank > 0)
      .sort((a, b) => b.rank - a.rank)
      .map(({ label }) => label)
  expect(ranked('wor')).toEqual(['Workshop AP 1', 'Network of the workshop', 'Networks'])
  expect(ranked('ap')).toEqual(['Workshop AP 1'])
  expect(ranked('zz')).toEqual([])
  expect(ranked(' BRI ')).toEqual(['Brief'])
})
