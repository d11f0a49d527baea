import { applyEdits } from '../../plan'
import { bakeryWithList } from '~/tests/kit/listed'
import { seen } from '~/tests/kit/yard'
import { par1 } from './par1'

test('a list that nobody has taken follows the plan, and lacks nothing', () => {
  expect(seen(par1, { ...bakeryWithList(), parts: [] })).toEqual([])
  expect(seen(par1, bakeryWithList())).toEqual([])
})

test('a longer cable after the list was taken', () => {
  const site = bakeryWithList()
  const longer = {
    ...site,
    links: site.links.map((link) => (link.id === 'cable-4' ? { ...link, lengthM: 60 } : link)),
  }
  const [finding, ...more] = seen(par1, longer)
  expect(more).toEqual([])
  // 120 m and a tenth are 132 m; 99 m stand on the list.
  expect(finding?.says).toBe('The plan needs 132 m of “Cable Cat 6”, and the parts list has 33 too few.')
  expect(finding?.severity).toBe('fix')
  expect(seen(par1, applyEdits(longer, finding?.mend?.edits ?? []))).toEqual([])
})

test('what is at hand counts', () => {
  const site = bakeryWithList()
  const athand = {
    ...site,
    parts: site.parts.map((part) => (part.key === 'labels' ? { ...part, count: 0, have: 21 } : part)),
  }
  expect(seen(par1, athand)).toEqual([])
  const fewer = { ...site, parts: site.parts.filter(({ key }) => key !== 'labels') }
  expect(seen(par1, fewer).map(({ says }) => says)).toEqual([
    'The plan needs 21 × “Labels”, and the parts list has 21 too few.',
  ])
})
