import fc from 'fast-check'
import type { Random } from '../../lib/random'
import { seededRandom } from '../../lib/random'
import { applyEdits } from '../../plan'
import type { Site } from '../../plan'
import { randomSite } from '~/tests/reference/randomSite'
import { fabricAfter } from './change'
import { EVERYTHING_ALIVE, buildFabric } from './fabric'
import type { Fabric } from './fabricTypes'
import { segmentsOf } from './segments'
import type { Segments } from './segmentTypes'

const VLANS = [10, 20, 30, 40]

/** One port set otherwise. Cabled ones change most: they are what a domain goes over. */
function otherwise(site: Site, random: Random): Site {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const ends = site.links.flatMap(({ a, b }) => [a, b])
  const { deviceId, port: number } =
    ends.length > 0 && random() < 0.8
      ? pick(ends)
      : { deviceId: pick(site.devices).id, port: 1 + Math.floor(random() * 3) }
  const port = site.devices.find(({ id }) => id === deviceId)?.ports.find((one) => one.number === number)
  if (!port) return site
  return applyEdits(site, [
    {
      op: 'port',
      deviceId,
      port: {
        ...port,
        mode: pick(['trunk', 'trunk', 'access']),
        nativeVlan: pick([port.nativeVlan, pick(VLANS), null]),
        taggedVlans: VLANS.filter((vid) => port.taggedVlans.includes(vid) !== random() < 0.3),
        admit: pick(['all', 'all', 'all', 'taggedOnly', 'untaggedOnly']),
        ingressFilter: random() < 0.8,
      },
    },
  ])
}

const heard = ({ nodes }: Fabric, segments: Segments): string[] =>
  [...nodes].flatMap(([deviceId, { ports }]) =>
    [...ports.keys()].map((key) => {
      const segment = segments.from({ deviceId, key })
      const loops = segment?.loops.map((place) => `${place.deviceId} ${place.key}`).sort()
      const ends = segment ? [...segment.ends].flatMap((byte, i) => (byte === 1 ? [i] : [])) : 'dropped'
      return `${deviceId} ${key}: ${ends} ${loops}`
    }),
  )

test('for any site and any ports set otherwise, domains that were kept are those worked out anew', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
      const random = seededRandom(seed)
      let site = randomSite(random)
      let fabric = buildFabric(site)
      let segments = segmentsOf(fabric)
      heard(fabric, segments)
      for (let i = 0; i < 5; i++) {
        site = otherwise(site, random)
        const after = fabricAfter(fabric, site, EVERYTHING_ALIVE)
        const fresh = buildFabric(site)
        if (after) {
          segments = segmentsOf(after.fabric, { fabric, known: segments.known, changed: after.changed })
          fabric = after.fabric
        } else {
          fabric = fresh
          segments = segmentsOf(fresh)
        }
        expect(heard(fabric, segments)).toEqual(heard(fresh, segmentsOf(fresh)))
      }
    }),
    { seed: 42, numRuns: 250 },
  )
})

test('most such changes are taken for what they are', () => {
  const random = seededRandom(7)
  const taken = Array.from({ length: 40 }, () => {
    const site = randomSite(random)
    return fabricAfter(buildFabric(site), otherwise(site, random), EVERYTHING_ALIVE) !== null
  })
  expect(taken.filter(Boolean).length).toBeGreaterThan(30)
})

test('a cable less, or a device that is dark, is more than a port set otherwise', () => {
  const random = seededRandom(3)
  const site = randomSite(random)
  expect(fabricAfter(buildFabric(site), { ...site, links: [] }, EVERYTHING_ALIVE)).toBeNull()
  expect(fabricAfter(buildFabric(site), site, { ...EVERYTHING_ALIVE, device: () => false })).toBeNull()
})
