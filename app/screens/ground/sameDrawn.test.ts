import { boatyard, withDevice } from '~/tests/kit/yard'
import { applyEdits } from '~/core/plan'
import { shifted } from '~/core/plan/drawing'
import { sameDrawn } from './sameDrawn'

const site = boatyard()
const level = site.levels[0]!

test('a dragged device leaves the drawing as it is; a dragged wall, another level or view does not', () => {
  const device = site.devices.find(({ position }) => position && !position.locked)!
  const moved = applyEdits(site, shifted(site, [{ collection: 'devices', id: device.id }], [3, 1]))
  expect(moved.devices).not.toEqual(site.devices)
  expect(sameDrawn({ site, level }, { site: moved, level })).toBe(true)
  const wall = applyEdits(site, shifted(site, [{ collection: 'walls', id: site.walls[0]!.id }], [3, 1]))
  expect(sameDrawn({ site, level }, { site: wall, level })).toBe(false)
  expect(sameDrawn({ site, level }, { site, level: site.levels[1]! })).toBe(false)
  expect(sameDrawn({ site, level }, { site: withDevice(site, device.id, { name: 'Other' }), level })).toBe(
    true,
  )
})
