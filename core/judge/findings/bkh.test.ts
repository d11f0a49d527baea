import { demoYard, expectMended, seen, spoiltDemoYard, withDevice } from '~/tests/kit/yard'
import { newAir } from '../../plan'
import type { AirUplink, Device, Site } from '../../plan'
import { bkh5, bkh6, bkh7, bkh8 } from './bkhBridge'
import { bkh1, bkh2, bkh3, bkh4 } from './bkhMesh'

const yard = demoYard()
const device = (site: Site, id: string): Device => site.devices.find((one) => one.id === id)!
const withAir = (site: Site, id: string, part: Partial<AirUplink>): Site =>
  withDevice(site, id, { air: { ...device(site, id).air!, ...part } })
const withNear = (part: Partial<NonNullable<AirUplink['near']>>): Site =>
  withAir(yard, 'bridge-hut', { near: { ...device(yard, 'bridge-hut').air!.near!, ...part } })
/** A plan in which these have lost their cable. */
const uncabled = (...ids: string[]): Site => ({
  ...yard,
  links: yard.links.filter(({ a, b }) => !ids.includes(a.deviceId) && !ids.includes(b.deviceId)),
})

test('the demo without mistakes has none of these', () => {
  for (const rule of [bkh1, bkh2, bkh3, bkh4, bkh5, bkh6, bkh7, bkh8]) expect(seen(rule, yard)).toEqual([])
})

test('the demo’s two planted ones', () => {
  const site = spoiltDemoYard()
  expect(seen(bkh1, site)[0]?.says).toBe(
    'Workshop AP 1 is to have its uplink to Gable AP by radio, but Gable AP takes no children.',
  )
  expect(seen(bkh5, site)[0]?.says).toContain('TQ-pontoon-link here, tq-pontoon-link there')
})

describe('BKH-1', () => {
  test('either side off, mended by one click', () => {
    expectMended(
      bkh1,
      withDevice(yard, 'ap-gable', { mesh: { takesChildren: false, seeksParent: false, ownBand: null } }),
    )
    expectMended(
      bkh1,
      withDevice(yard, 'ap-work-1', { mesh: { takesChildren: false, seeksParent: false, ownBand: null } }),
    )
  })
})

describe('BKH-2', () => {
  test('a parent heard too weakly, and a louder one offered', () => {
    const site = withDevice(uncabled('ap-cafe'), 'ap-cafe', {
      air: newAir('ap-work-1', { reason: 'no duct' }),
      mesh: { takesChildren: false, seeksParent: true, ownBand: null },
    })
    const [found] = seen(bkh2, site)
    expect(found?.says).toMatch(/hears Workshop AP 1 with -\d+ dBm \(\d+ %\); at least -62 dBm is wanted/)
  })

  test('too many hops and too many children, by the settings of the site', () => {
    const none = { ...yard, backhaul: { ...yard.backhaul, mostHops: 0 } }
    expect(seen(bkh2, none)[0]?.says).toBe('Workshop AP 1 is 1 radio hops from a cable; 0 is the most.')
    const full = { ...yard, backhaul: { ...yard.backhaul, mostChildren: 0 } }
    expect(seen(bkh2, full)[0]?.says).toContain(
      '1 device has its uplink to Gable AP; 0 is the most: Workshop AP 1',
    )
  })

  test('a missing radio stops it, and standing too close is a note', () => {
    const radios = device(yard, 'ap-work-1').radios.filter(({ band }) => band !== '5')
    expect(seen(bkh2, withDevice(yard, 'ap-work-1', { radios }))[0]).toMatchObject({
      severity: 'stop',
      says: expect.stringContaining('has no radio at 5 GHz'),
    })
    const close = withDevice(yard, 'ap-work-1', {
      position: { ...device(yard, 'ap-gable').position!, at: [74, 97] },
    })
    expect(seen(bkh2, close)[0]).toMatchObject({
      severity: 'note',
      says: expect.stringContaining('a cable would do'),
    })
  })
})

test('BKH-3: a parent left to choice is compared with the others; pinned is pinned', () => {
  const site = withDevice(
    withDevice(uncabled('ap-gate'), 'ap-gate', {
      air: newAir('ap-hard', { reason: 'no duct' }),
      mesh: { takesChildren: true, seeksParent: true, ownBand: null },
    }),
    'ap-cafe',
    { mesh: { takesChildren: true, seeksParent: true, ownBand: null } },
  )
  const [found] = seen(bkh3, site)
  expect(found?.says).toMatch(
    /Gate AP has its uplink to Hard standing AP by choice of its own and gets \d+ Mbit\/s; on .* it would get \d+/,
  )
  expectMended(bkh3, site)
  expect(seen(bkh3, withAir(site, 'ap-gate', { pinned: true }))).toEqual([])
})

test('BKH-4: by radio where a cable runs; a stated reason is one', () => {
  const site = withAir(yard, 'ap-work-1', { reason: '' })
  const [found] = seen(bkh4, site)
  expect(found?.says).toMatch(
    /Workshop AP 1 has its uplink by radio, and about \d+ m of cable would reach Gate hut switch/,
  )
  expect(seen(bkh4, withAir(site, 'ap-work-1', { reason: 'listed façade' }))).toEqual([])
  // Over the creek no cable can run.
  expect(seen(bkh4, withAir(yard, 'bridge-hut', { reason: '' }))).toEqual([])
})

describe('the two ends', () => {
  test('BKH-5: name by case, key, mode', () => {
    expectMended(bkh5, withNear({ ssid: 'TQ-PONTOON-LINK' }))
    expectMended(bkh5, withNear({ profileId: 'prof-crew' }))
    expect(seen(bkh5, withNear({ ssid: 'TQ-PONTOON-LINK' }))[0]?.says).toContain('only the case differs')
    expect(seen(bkh5, withNear({ profileId: null }))[0]?.says).toContain('not set here')
  })
  test('BKH-6: a channel of its own, another width', () => {
    expectMended(bkh6, withNear({ channel: 100 }))
    expectMended(bkh6, withNear({ widthMhz: 80 }))
  })
  test('BKH-7: shown to people, or with their key', () => {
    const far = device(yard, 'bridge-hut').air!.far!
    expectMended(bkh7, withAir(yard, 'bridge-hut', { far: { ...far, hidden: false } }))
    const shared = withAir(yard, 'bridge-hut', { far: { ...far, profileId: 'prof-berth' } })
    expect(seen(bkh7, shared)[0]?.says).toContain('also the key of TernQuay-Berths')
    expect(seen(bkh7, shared)[0]?.mend).toBeUndefined()
  })
})

test('BKH-8: something in the first Fresnel zone, and what cannot be at all', () => {
  const crane = {
    id: 'crane',
    name: 'Crane',
    levelId: 'yard',
    kind: 'other' as const,
    outline: [
      [88, 44],
      [92, 44],
      [92, 52],
      [88, 52],
    ] as [number, number][],
    lossDbPerM: 2,
    heightM: 5,
  }
  const [found] = seen(bkh8, { ...yard, obstacles: [...yard.obstacles, crane] })
  expect(found?.says).toMatch(
    /Crane at \d+ m leaves -?\d+ % of the first Fresnel zone, and 60 % must be clear. \d+\.\d m higher/,
  )
  const sunk = withDevice(yard, 'bridge-hut', {
    position: { ...device(yard, 'bridge-hut').position!, heightM: 0 },
  })
  expect(seen(bkh8, sunk)[0]).toMatchObject({
    severity: 'stop',
    says: expect.stringContaining('Give its mast a height'),
  })
})
