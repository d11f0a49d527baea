import { boatyard } from '~/tests/kit/yard'
import { shifted } from '~/core/plan/drawing'
import { applyEdits } from '~/core/plan'
import { mergedEdits } from './mergedEdits'

const placed = { collection: 'devices', id: 'ap-shop' } as const
const wall = { collection: 'walls', id: 'w-fence' } as const

test('steps of one piece become one edit, of two pieces two, in whatever order they came', () => {
  const site = boatyard()
  const first = shifted(site, [placed], [0.1, 0])
  const then = applyEdits(site, first)
  const second = shifted(then, [placed], [0.1, 0])
  const third = shifted(applyEdits(then, second), [wall], [1, 0])
  const all = mergedEdits(mergedEdits(first, second), third)
  expect(all).toHaveLength(2)
  const after = applyEdits(site, all)
  expect(after.devices.find(({ id }) => id === 'ap-shop')?.position?.at).toEqual([58.2, 100])
  expect(after.walls.find(({ id }) => id === 'w-fence')?.points[0]).toEqual([21, 60])
})
