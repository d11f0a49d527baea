import { boatyard } from '~/tests/kit/yard'
import { completeHeader, completeRecord } from './complete'
import { newArea } from './defaults'
import { applyEdits } from './edits'
import { integrityProblems } from './integrity'
import { areaM2, boxOf, crossing, distanceM, lengthM, meeting, middleOf, within } from './shapes'
import { DEFAULT_GROUND } from './types'
import type { Area, Collection, Device, DeviceType, Header, Point, Site, Wall } from './types'

const square: Point[] = [
  [0, 0],
  [4, 0],
  [4, 3],
  [0, 3],
]

describe('shapes', () => {
  test('length, distance, area, device and middle by hand', () => {
    expect(lengthM(square)).toBe(11)
    expect(lengthM([])).toBe(0)
    expect(distanceM([0, 0], [3, 4])).toBe(5)
    expect(areaM2(square)).toBe(12)
    expect(areaM2([...square].reverse())).toBe(12)
    expect(boxOf(square)).toEqual({ min: [0, 0], max: [4, 3] })
    expect(boxOf([])).toBeNull()
    expect(middleOf(square)).toEqual([2, 1.5])
  })
  test('inside and outside, also of a shape with a bay', () => {
    const bay: Point[] = [...square.slice(0, 3), [2, 1], [0, 3]]
    expect(within(square, [2, 2.5])).toBe(true)
    expect(within(bay, [2, 2.5])).toBe(false)
    expect(within(bay, [0.5, 1])).toBe(true)
    expect(within(square, [5, 1])).toBe(false)
  })
  test('where two pieces meet, and where an outline crosses itself', () => {
    expect(meeting([0, 0], [4, 4], [0, 4], [4, 0])).toEqual([2, 2])
    expect(meeting([0, 0], [1, 0], [0, 1], [1, 1])).toBeNull()
    expect(meeting([0, 0], [1, 1], [3, 0], [0, 3])).toBeNull()
    expect(crossing(square)).toBeNull()
    expect(crossing([square[0]!, square[2]!, square[1]!, square[3]!])).toEqual([2, 1.5])
  })
})

const says = (site: Site) =>
  integrityProblems(site).map(({ path, message }) => `${path.join('.')}: ${message}`)

describe('what must hold on the ground', () => {
  const site = boatyard()
  const wall = site.walls[0]!
  const withWall = (part: Partial<Wall>): Site => ({
    ...site,
    walls: [{ ...wall, ...part }, ...site.walls.slice(1)],
  })

  test('the boatyard holds', () => {
    expect(says(site)).toEqual([])
  })
  test('an outline that crosses itself is named with the spot', () => {
    const outline: Point[] = [
      [0, 0],
      [4, 4],
      [4, 0],
      [0, 4],
    ]
    for (const list of ['areas', 'obstacles', 'buildings', 'keepOuts'] as const) {
      const spoilt = { ...site, [list]: [{ ...site[list][0]!, outline }] }
      expect(says(spoilt).find((one) => one.startsWith(`${list}.0.outline`))).toContain(
        'crosses itself at 2.0 m east, 2.0 m north',
      )
    }
  })
  test('a wall without length, and an opening that does not fit', () => {
    expect(
      says(
        withWall({
          points: [
            [1, 1],
            [1, 1],
          ],
          openings: [],
        }),
      )[0],
    ).toContain('has no length')
    const opening = { id: 'o', fromM: 80, widthM: 9, material: 'air', thicknessMm: 0 }
    expect(says(withWall({ openings: [opening] }))[0]).toContain(
      'from 80.00 m, 9.00 m wide, does not fit in a wall of 80.00 m',
    )
  })
  test('every reference to a level, a cable or an antenna leads somewhere', () => {
    const gone = { levelId: 'gone' }
    const astray: Site = {
      ...site,
      walls: [{ ...wall, ...gone }],
      risers: [{ ...site.risers[0]!, levelIds: ['gone'] }],
      buildings: [{ ...site.buildings[0]!, levelIds: ['gone'] }],
      cableRoutes: [{ ...site.cableRoutes[0]!, linkId: 'gone' }],
      neighbours: [{ ...site.neighbours[0]!, heardAt: { levelId: 'gone', at: [0, 0] } }],
      areas: [{ ...site.areas[0]!, ...gone }],
      devices: site.devices.map((device) =>
        device.id === 'ap-shop'
          ? { ...device, position: { ...device.position!, levelId: 'gone', antennaId: 'gone' } }
          : device,
      ),
    }
    expect(
      says(astray)
        .map((one) => one.split(':')[0])
        .sort(),
    ).toEqual(
      [
        'areas.0.levelId',
        'buildings.0.levelIds.0',
        'cableRoutes.0.linkId',
        'devices.4.position.antennaId',
        'devices.4.position.levelId',
        'neighbours.0.heardAt.levelId',
        'risers.0.levelIds.0',
        'walls.0.levelId',
      ].sort(),
    )
  })
})

describe('letting go', () => {
  const without = (collection: Collection, id: string) =>
    applyEdits(boatyard(), [{ op: 'remove', collection, id }])

  test('a level takes with it what lies on it; areas and devices stay without a place', () => {
    const site = without('levels', 'upstairs')
    expect(says(site)).toEqual([])
    expect(site.walls.some(({ levelId }) => levelId === 'upstairs')).toBe(false)
    expect(site.areas.find(({ id }) => id === 'a-office')).toMatchObject({ levelId: null, outline: [] })
    expect(site.devices.find(({ id }) => id === 'ap-office')?.position).toBeNull()
    expect(site.cableRoutes.find(({ id }) => id === 'c-office')?.points).toHaveLength(2)
    expect(site.buildings.every(({ levelIds }) => !levelIds.includes('upstairs'))).toBe(true)
  })
  test('the yard too: routes of fewer than two points go', () => {
    const site = without('levels', 'yard')
    expect(says(site)).toEqual([])
    expect(site.cableRoutes.map(({ id }) => id)).toEqual(['c-office'])
    expect(site.neighbours.every(({ heardAt }) => heardAt === null)).toBe(true)
  })
  test('a cable or its device lets the drawn way stay, unnamed; an antenna leaves the devices their own', () => {
    expect(without('links', 'l-switch-sw-gate').cableRoutes[0]?.linkId).toBeNull()
    expect(without('devices', 'sw-shed').cableRoutes[1]?.linkId).toBeNull()
    const site = without('antennas', 'ant-sector')
    expect(site.devices.find(({ id }) => id === 'ap-hard')?.position?.antennaId).toBeNull()
    expect(says(site)).toEqual([])
  })
})

test('records and headers of an earlier version get the ground’s fields', () => {
  const old = { id: 'a', name: 'A', needs: [] } as unknown as Area
  expect(completeRecord('areas', old)).toEqual(newArea('a', 'A'))
  const device = {
    id: 'd',
    name: 'D',
    kind: 'accessPoint',
    radios: [{ band: '5', enabled: true, channel: 36, widthMhz: 20 }],
  }
  expect((completeRecord('devices', device as unknown as Device) as Device).radios[0]).toMatchObject({
    powerDbm: null,
    locked: false,
    channel: 36,
  })
  expect((completeRecord('devices', device as unknown as Device) as Device).position).toBeNull()
  const type = { id: 't', name: 'T', kind: 'accessPoint', radios: [{ band: '5' }] } as unknown as DeviceType
  expect((completeRecord('deviceTypes', type) as DeviceType).radios[0]?.maxPowerDbm).toBe(20)
  const header = { name: 'N', place: '', country: null, feed: '', notes: '' } as unknown as Header
  expect(completeHeader(header).ground).toEqual(DEFAULT_GROUND)
  expect(completeHeader({ ...header, ground: { ...DEFAULT_GROUND, units: 'ft' } }).ground.units).toBe('ft')
})
