import fc from 'fast-check'
import { boatyard, demoYard, longMole, yard } from '~/tests/kit/yard'
import { randomSite } from '~/tests/reference/randomSite'
import { seededRandom } from '../../../lib/random'
import { deviceOf } from '../../../plan'
import type { Site } from '../../../plan'
import { composed, configurationOf } from '../../../world'
import { configurationFrom, farEnds, withFarEnds } from './configurationFrom'
import { unitsOf } from './units'

const again = (site: Site): Site => {
  const units = site.devices.map((device) => ({ device, parts: unitsOf(site, device.id)! }))
  return composed(
    withFarEnds(
      units.map(({ device, parts }) => configurationFrom(device, parts)),
      new Map(units.flatMap(({ parts }) => farEnds(parts))),
    ),
    site.links,
    site,
  )
}

test.each([
  ['the chandlery', yard],
  ['the boatyard', boatyard],
  ['the demo', demoYard],
  ['the harbour', longMole],
])('%s: its units make the plan again', (_name, make) => {
  const site = make()
  const made = again(site)
  for (const { id } of site.devices) {
    expect(deviceOf(made, id)).toEqual(deviceOf(site, id))
    const sorted = (of: Site) => {
      const whole = configurationOf(of, id)!
      const byId = <T extends { id: string }>(list: T[]) => [...list].sort((a, b) => a.id.localeCompare(b.id))
      return {
        ...whole,
        networks: byId(whole.networks),
        profiles: byId(whole.profiles),
        ssids: byId(whole.ssids),
      }
    }
    expect(sorted(made)).toEqual(sorted(site))
  }
})

test('random switches: their units make them again', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 10_000 }), (seed) => {
      const site = randomSite(seededRandom(seed))
      expect(again(site).devices).toEqual(site.devices)
    }),
    { numRuns: 60, seed: 4 },
  )
})
