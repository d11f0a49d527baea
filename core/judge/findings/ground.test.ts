import { boatyard, expectMended, seen, withDevice } from '~/tests/kit/yard'
import { applyEdits } from '../../plan'
import type { Device, Radio, Site, Wall } from '../../plan'
import { cab1 } from './cab1'
import { rad1 } from './rad1'
import { rad2 } from './rad2'
import { rad3 } from './rad3'
import { rad4 } from './rad4'
import { ssi5 } from './ssi5'

const device = (site: Site, id: string): Device => site.devices.find((one) => one.id === id)!

function withRadio(id: string, band: Radio['band'], part: Partial<Radio>, site = boatyard()): Site {
  const radios = device(site, id).radios.map((radio) => (radio.band === band ? { ...radio, ...part } : radio))
  return withDevice(site, id, { radios })
}
const movedTo = (id: string, at: [number, number], site = boatyard()): Site =>
  withDevice(site, id, { position: { ...device(site, id).position!, at } })
const says = (list: { says: string }[]) => list.map((one) => one.says).join(' ')

test('the boatyard as it is has none of them', () => {
  for (const rule of [rad1, rad2, rad3, rad4, ssi5, cab1]) expect(seen(rule, boatyard())).toEqual([])
})

describe('RAD-1', () => {
  test('no country stops everything', () => {
    expect(seen(rad1, { ...boatyard(), country: null })).toMatchObject([{ severity: 'stop' }])
  })
  test('a country without a table is said, and its careful table holds', () => {
    const sightings = seen(rad1, { ...boatyard(), country: 'ZZ' })
    expect(sightings[0]).toMatchObject({ severity: 'note', says: expect.stringContaining('no table here') })
    expect(says(sightings)).toContain('channel 100')
  })
  test('a channel that is not there: 149 in Europe, 13 in North America, and a block that runs over the edge', () => {
    expect(says(seen(rad1, withRadio('ap-shop', '5', { channel: 149 })))).toContain('has no 149, 153 there')
    const american = { ...withRadio('ap-shop', '2.4', { channel: 13 }), country: 'US' }
    expect(says(seen(rad1, american))).toContain('channel 13 at 2.4 GHz')
    expect(says(seen(rad1, withRadio('ap-shop', '5', { channel: 140, widthMhz: 80 })))).toContain(
      'has no 144',
    )
    expectMended(rad1, withRadio('ap-shop', '5', { channel: 149 }))
  })
  test('power and antenna over the limit', () => {
    const loud = withRadio('ap-hard', '2.4', { powerDbm: 15 })
    expect(says(seen(rad1, loud))).toContain(
      'with 11 dBi of antenna that is 26.0 dBm, and 20 dBm are allowed',
    )
    const mended = expectMended(rad1, loud)
    expect(device(mended, 'ap-hard').radios[0]?.powerDbm).toBe(9)
  })
})

describe('RAD-2', () => {
  test('off 1, 6, 11, and 40 MHz at 2.4 GHz', () => {
    expect(says(seen(rad2, withRadio('ap-shop', '2.4', { channel: 4 })))).toContain(
      'overlaps two of 1, 6, 11',
    )
    expectMended(rad2, withRadio('ap-shop', '2.4', { channel: 2 }))
    const wide = withRadio('ap-hard', '2.4', { widthMhz: 40 })
    expect(says(seen(rad2, wide))).toContain('Hard standing AP is 40 MHz wide')
    const mend = seen(rad2, wide).find(({ mend: one }) => one)?.mend
    expect(seen(rad2, applyEdits(wide, mend?.edits ?? []))).toEqual([])
  })
  test('the other method has 1, 5, 9, 13', () => {
    const site = withRadio('ap-shop', '2.4', { channel: 5 })
    const other = says(seen(rad2, { ...site, ground: { ...site.ground, channelPlan24: '1-5-9-13' } }))
    expect(other).toContain('Office AP is on channel 6')
    expect(other).not.toContain('Chandlery AP is on')
  })
  test('two on one channel, side by side', () => {
    const close = movedTo('ap-gate', [89, 139], withRadio('ap-gate', '5', { channel: 116 }))
    expect(says(seen(rad2, close))).toMatch(/Gate AP and Café terrace AP are both on channel/)
  })
})

test('RAD-3: a radio that is off while names are to be on it', () => {
  const site = withRadio('ap-shop', '5', { enabled: false })
  expect(says(seen(rad3, site))).toContain('The 5 GHz radio of Chandlery AP is off, and TernQuay-Crew')
  expectMended(rad3, site)
})

describe('RAD-4', () => {
  test('by the steel wall', () => {
    expect(says(seen(rad4, movedTo('ap-work-1', [120.2, 85])))).toContain('20 cm from a metal wall')
  })
  test('in a corner', () => {
    expect(says(seen(rad4, movedTo('ap-shop', [48.4, 107.7])))).toContain('is mounted in a corner')
  })
  test('behind too many walls: the workshop lit from the chandlery only', () => {
    const dark = ['ap-work-1', 'ap-work-2'].reduce(
      (site, id) => withDevice(site, id, { position: null }),
      boatyard(),
    )
    expect(says(seen(rad4, dark))).toMatch(
      /Steel workshop is too weak in about \d+ % of its spots .* walls and floors/,
    )
  })
  test('an area with no access point on its band at all', () => {
    const site = boatyard()
    const six = { ...site, areas: site.areas.map((area) => ({ ...area, band: '6' as const })) }
    expect(says(seen(rad4, six))).toContain('no access point is placed that sends at 6 GHz')
  })
})

test('SSI-5: five names at 2.4 GHz are more than a tenth of the air; at 5 GHz they are little', () => {
  const site = boatyard()
  const more = Array.from({ length: 3 }, (_, i) => ({
    ...site.ssids[0]!,
    id: `more-${i}`,
    name: `More ${i}`,
  }))
  const sightings = seen(ssi5, { ...site, ssids: [...site.ssids, ...more] })
  expect(sightings.length).toBeGreaterThan(0)
  expect(says(sightings)).toMatch(/offers \d names at 2.4 GHz/)
  expect(says(sightings)).not.toContain('at 5 GHz')
})

describe('CAB-1', () => {
  const withLink = (part: object): Site => {
    const site = boatyard()
    return {
      ...site,
      links: site.links.map((link) => (link.id === 'l-switch-sw-shed' ? { ...link, ...part } : link)),
    }
  }
  test('by the plan, by the drawing, and not for fibre', () => {
    expect(says(seen(cab1, withLink({ lengthM: 112 })))).toContain('112 m by the plan')
    expectMended(cab1, withLink({ lengthM: 112 }))
    expect(seen(cab1, withLink({ lengthM: 112, category: 'fibre' }))).toEqual([])
    const site = boatyard()
    const routes = site.cableRoutes.map((route) => (route.id === 'c-gate' ? { ...route, spareM: 60 } : route))
    expect(says(seen(cab1, { ...site, cableRoutes: routes }))).toContain('as drawn')
  })
  test('a length that nobody wrote down is worked out from the places of the ends', () => {
    expect(says(seen(cab1, { ...withLink({ lengthM: 1 }), cableRoutes: [] }))).toBe('')
    const far = movedTo('sw-shed', [220, 30], { ...withLink({ lengthM: 1 }), cableRoutes: [] })
    expect(says(seen(cab1, far))).toContain('by the places of its ends')
  })
})

test('a wall without a level does no harm', () => {
  const site = boatyard()
  const stray: Wall = { ...site.walls[0]!, id: 'stray', levelId: 'gone' }
  expect(seen(rad4, { ...site, walls: [...site.walls, stray] })).toEqual([])
})
