import fc from 'fast-check'
import { seededRandom } from '../../lib/random'
import { randomSite } from '~/tests/reference/randomSite'
import { boatyard, demoYard, withDevice, yard } from '~/tests/kit/yard'
import { reachMatrix } from '../../network/layer3'
import { planTwin } from '../../radio/backhaul'
import { integrityProblems } from '../../plan'
import type { Site } from '../../plan'
import { composed } from './composed'
import { configurationOf } from './configurationOf'
import { factoryConfiguration } from './factory'
import type { Configuration } from './types'

const allOf = (site: Site): Configuration[] =>
  site.devices.flatMap(({ id }) => configurationOf(site, id) ?? [])
const again = (site: Site): Site => composed(allOf(site), site.links, site)

const SITES: [string, () => Site][] = [
  ['the chandlery', yard],
  ['the boatyard', boatyard],
  ['the demo', demoYard],
]

test.each(SITES)('%s: what every device holds makes the plan again', (_name, make) => {
  const site = make()
  const made = again(site)
  expect(integrityProblems(made)).toEqual([])
  expect(made.devices).toEqual(site.devices)
  expect(made.rules).toEqual(site.rules)
  expect(made.networks).toEqual(site.networks)
  for (const { id } of site.devices) expect(configurationOf(made, id)).toEqual(configurationOf(site, id))
})

test.each(SITES)('%s: and who reaches whom is the same', (_name, make) => {
  const site = make()
  const rows = (of: Site) => JSON.stringify(reachMatrix(planTwin(of)))
  expect(rows(again(site))).toEqual(rows(site))
})

test('random sites: composed twice is composed once', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 10_000 }), (seed) => {
      const site = randomSite(seededRandom(seed))
      const made = again(site)
      expect(allOf(made)).toEqual(allOf(site))
    }),
    { numRuns: 60, seed: 4 },
  )
})

test('the same SSID on another VLAN at one device: the site holds both', () => {
  const site = boatyard()
  const other = {
    ...site,
    networks: site.networks.map((one) => (one.id === 'crew' ? { ...one, vlanId: 99 } : one)),
  }
  const mixed = allOf(site).map((one) =>
    one.device.id === 'ap-gate' ? configurationOf(other, 'ap-gate')! : one,
  )
  const made = composed(mixed, site.links, site)
  expect(made.networks.filter(({ name }) => name === 'Crew').map(({ vlanId }) => vlanId)).toEqual([24, 99])
  expect(made.ssids.filter(({ id }) => id.endsWith('~ap-gate'))).toHaveLength(1)
  expect(integrityProblems(made).filter(({ code }) => code === 'reference.unknown')).toEqual([])
})

test('gear from the factory knows nothing of the plan', () => {
  const site = yard()
  const shop = site.devices.find(({ id }) => id === 'ap-shop')!
  const fresh = factoryConfiguration(withDevice(site, 'ap-shop', { defaultLogin: false }), shop)
  expect(fresh.ssids).toEqual([])
  expect(fresh.device).toMatchObject({
    defaultLogin: true,
    adoption: { controllerId: null, pointer: null },
    management: { networkId: null, addressing: 'dhcp' },
    mac: shop.mac,
  })
  expect(fresh.device.ports.map(({ nativeVlan, poe }) => [nativeVlan, poe])).toEqual([[1, false]])
})
