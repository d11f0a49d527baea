import loadHighs from 'highs'
import { boatyard, withDevice } from '~/tests/kit/yard'
import { applyEdits, integrityProblems, typeOf, within } from '../../plan'
import type { Site } from '../../plan'
import { solveWith } from '../../lib/solver'
import { MOST_LAID_M, candidates, socketsFor } from './candidates'
import { proposePlacement } from './propose'

const site = boatyard()
const placed = site.devices.filter(({ kind }) => kind === 'accessPoint')
const type = typeOf(site, placed[0]!)
const device = (id: string) => site.devices.find((one) => one.id === id)!
let serial = 0
const newId = () => `new-${serial++}`

describe('spots', () => {
  const spots = candidates(site, placed, type)

  test('what is mounted, and a lattice that may be mounted in, with cable to a switch', () => {
    expect(spots.filter(({ deviceId }) => deviceId)).toHaveLength(9)
    for (const { position, deviceId, feed } of spots.filter((spot) => !spot.deviceId)) {
      expect(deviceId).toBeNull()
      expect(feed!.lengthM).toBeLessThanOrEqual(MOST_LAID_M)
      const forbidden = site.keepOuts.filter(
        ({ levelId, forbids, outline }) =>
          levelId === position.levelId && forbids !== 'cable' && within(outline, position.at),
      )
      expect(forbidden).toEqual([])
    }
  })
  test('no cable crosses the creek: the pontoon’s far ends have no spot', () => {
    expect(spots.some(({ deviceId, position }) => !deviceId && position.at[1] < 30)).toBe(false)
  })
  test('sockets: free ones and those of placed that may move, as far as the watts last', () => {
    // 65 W and class 4 at 30 W each: two.
    expect(socketsFor(site, device('sw-shed'), type)).toBe(2)
    const locked = withDevice(site, 'ap-work-1', {
      position: { ...device('ap-work-1').position!, locked: true },
    })
    expect(socketsFor(locked, device('sw-shed'), type)).toBe(1)
    expect(socketsFor(site, device('sw-shed'), undefined)).toBeGreaterThan(2)
  })
})

describe('the proposal', () => {
  const aims = { goal: 'best' as const, count: 9, leastShare: 0.9, clientsEach: 60, keepsAreas: false }
  const load = async () => solveWith(await loadHighs())

  test('covers no less than before, holds together as a plan, and keeps what is locked', async () => {
    const locked = ['ap-hard', 'ap-cafe'].reduce(
      (plan: Site, id) => withDevice(plan, id, { position: { ...device(id).position!, locked: true } }),
      site,
    )
    const progress: number[] = []
    const { placement, edits, areas, placedAfter } = proposePlacement(
      locked,
      aims,
      await load(),
      20,
      newId,
      (share) => void progress.push(share),
    )
    expect(placement.status).toBe('proven')
    expect(placedAfter).toBeLessThanOrEqual(9)
    const sum = (pick: 'before' | 'after') =>
      areas.reduce(
        (total, one) =>
          total + one[pick] * (locked.areas.find(({ id }) => id === one.areaId)?.outline.length ? 1 : 0),
        0,
      )
    expect(sum('after')).toBeGreaterThan(sum('before') - 0.25)
    expect(progress).toHaveLength(8)
    const after = applyEdits(locked, edits)
    expect(integrityProblems(after)).toEqual([])
    for (const id of ['ap-hard', 'ap-cafe'])
      expect(after.devices.find((one) => one.id === id)?.position).toEqual(
        locked.devices.find((one) => one.id === id)?.position,
      )
  })

  test('the fewest that do, with new access points where there are none yet', async () => {
    const bare: Site = {
      ...site,
      areas: site.areas.filter(({ id }) => id === 'a-shop' || id === 'a-gate'),
      devices: site.devices.map((one) => (one.kind === 'accessPoint' ? { ...one, position: null } : one)),
    }
    const { placement, edits, placedAfter, placedBefore, reasons } = proposePlacement(
      bare,
      { ...aims, goal: 'fewest' },
      await load(),
      20,
      newId,
    )
    expect(placedBefore).toBe(0)
    expect(placement.status).toBe('proven')
    expect(placedAfter).toBe(2)
    expect(edits).toHaveLength(2)
    expect(reasons.every(({ says }) => says.includes('m of cable to'))).toBe(true)
  })

  test('no area comes out worse than now where that is asked, though another gains', async () => {
    const solve = await load()
    const ask = (count: number, keepsAreas: boolean) =>
      proposePlacement(site, { ...aims, count, keepsAreas }, solve, 20, newId)
    expect(ask(7, false).areas.some(({ before, after }) => after < before - 0.004)).toBe(true)
    const kept = ask(7, true)
    expect(kept.placement.status).toBe('impossible')
    expect(kept.reasons.map(({ says }) => says).join(' ')).toContain('worse than it is now')
    // What stands now can always stay, so with as many as now there is a layout.
    const asNow = ask(9, true)
    expect(asNow.placement.status).toBe('proven')
    for (const { before, after } of asNow.areas) expect(after).toBeGreaterThanOrEqual(before - 1e-6)
  })

  test('what cannot be is said area by area, and changes nothing', async () => {
    const { placement, edits, reasons } = proposePlacement(
      site,
      { ...aims, goal: 'fewest', leastShare: 1 },
      await load(),
      20,
      newId,
    )
    expect(placement.status).toBe('impossible')
    expect(edits).toEqual([])
    expect(reasons.map(({ about }) => about)).toContain('Hard standing')
  })
})
