import type { DeviceType, Site } from '~/core/plan'
import { withList } from '~/tests/kit/listed'
import { expectMended, seen, withDevice, yard } from '~/tests/kit/yard'
import { pow2 } from './pow2'

const withType = (site: Site, id: string, part: Partial<DeviceType>): Site => ({
  ...site,
  deviceTypes: site.deviceTypes.map((type) => (type.id === id ? { ...type, ...part } : type)),
})

test('class 6 on an 802.3at port', () => {
  const [sighting] = seen(pow2, withType(yard(), 't-ap2', { poeClass: 6, drawW: 48 }))
  expect(sighting?.says).toBe(
    'Chandlery AP is class 6 and asks for 60 W; Chandlery switch port 3 is 802.3at and gives 30 W.',
  )
})

test('the budget counts what each class reserves: 30 + 15.4 W', () => {
  expect(seen(pow2, withType(yard(), 't-switch8', { poeBudgetW: 45.4 }))).toEqual([])
  expect(seen(pow2, withType(yard(), 't-switch8', { poeBudgetW: 45.3 }))[0]?.says).toContain('45.4 W')
})

test('fed by a port that gives nothing', () => {
  const site = yard()
  const links = site.links.map((link) =>
    link.id === 'l-ap' ? { ...link, a: { deviceId: 'gateway', port: 3 } } : link,
  )
  expect(seen(pow2, { ...site, links })[0]?.says).toContain('gives no power')
})

test('an injector that nobody packs goes on the list', () => {
  const withInjector = withDevice(yard(), 'ap-shop', { powerSource: 'injector' })
  expect(seen(pow2, withInjector)).toEqual([])
  expectMended(pow2, withDevice(withList(yard()), 'ap-shop', { powerSource: 'injector' }))
})

test('a device that is not cabled yet is not short of power', () => {
  const site = yard()
  expect(seen(pow2, { ...site, links: site.links.filter(({ id }) => id !== 'l-ap') })).toEqual([])
})
