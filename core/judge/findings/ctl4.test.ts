import type { Site } from '~/core/plan'
import { seen, withDevice, withPart, yard } from '~/tests/kit/yard'
import { ctl4 } from './ctl4'

const limited = (site: Site, maxAccessPoints: number): Site => ({
  ...site,
  deviceTypes: site.deviceTypes.map((type) =>
    type.kind === 'controller' ? { ...type, maxAccessPoints } : type,
  ),
})

test('fewer licences than access points that need one', () => {
  expect(seen(ctl4, withPart(yard(), 'controller', 'controller', { licences: 0 }))[0]?.says).toBe(
    'Yard controller has 0 licences for 1 access points that need one.',
  )
  expect(seen(ctl4, withPart(yard(), 'controller', 'controller', { licences: 1 }))).toEqual([])
})

test('more access points than the controller carries', () => {
  expect(seen(ctl4, limited(yard(), 0))).toHaveLength(1)
  expect(seen(ctl4, limited(yard(), 1))).toEqual([])
})

test('firmware older than the controller takes, number by number', () => {
  expect(seen(ctl4, withDevice(yard(), 'ap-shop', { firmware: '5.7.99' }))).toHaveLength(1)
  expect(seen(ctl4, withDevice(yard(), 'ap-shop', { firmware: '5.10' }))).toEqual([])
})

test('an access point meant for no controller counts for none', () => {
  const site = withPart(
    withPart(yard(), 'ap-shop', 'adoption', { controllerId: null }),
    'controller',
    'controller',
    { licences: 0 },
  )
  expect(seen(ctl4, site)).toEqual([])
})
