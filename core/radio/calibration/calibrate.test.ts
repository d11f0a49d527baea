import { demoYard } from '~/tests/kit/yard'
import { seededRandom } from '../../lib/random'
import type { Random } from '../../lib/random'
import { within } from '../../plan'
import type { Site } from '../../plan'
import { readSiteFile, writeSiteFile } from '~/schema/siteFile'
import { readWalkCsv } from '../../formats/read/walkCsv'
import { plannedRadios } from '../coverage'
import { calibrate, predictWalk, THRESHOLD_DBM, withModel } from './calibrate'
import type { WalkReading } from './readings'
import { radioModelOf } from './model'
import { nextSpots } from './nextSpots'

const normal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** A walk over the yard: a spot every few metres about each access point, all radios of the band read at each. */
function spots(site: Site, random: Random, count: number): WalkReading[] {
  const radios = plannedRadios(site, '5')
  return Array.from({ length: count }, (_one, i) => {
    const { position } = radios[i % radios.length]!
    const at: [number, number] = [
      position.at[0] + 40 * (random() - 0.5),
      position.at[1] + 40 * (random() - 0.5),
    ]
    return radios.map(({ device }): WalkReading => ({
      at,
      floor: null,
      radio: device.name,
      band: '5',
      rssiDbm: null,
      client: null,
    }))
  }).flat()
}

/** As it would be read where these things are off by so much. */
function read(
  site: Site,
  readings: WalkReading[],
  off: (id: string) => number,
  random: Random,
): WalkReading[] {
  return predictWalk(site, readings).predicted.map(({ reading, predictedDbm, shares }) => {
    const shift = shares.reduce((sum, { term, factor }) => sum + factor * off(term.id), 0)
    const dbm = predictedDbm + shift + 3 * normal(random)
    return { ...reading, rssiDbm: dbm < THRESHOLD_DBM ? null : dbm }
  })
}

test('slope, walls and radios that were planted come back within their stated errors', () => {
  const site = demoYard()
  const random = seededRandom(4)
  const planted = new Map<string, number>([
    ['slope behindWalls', 0.25],
    ['slope clear', 0.15],
  ])
  const drawn = (id: string): number => {
    if (!planted.has(id)) planted.set(id, (id.startsWith('radio') ? 3 : 2) * normal(random))
    return planted.get(id)!
  }
  const walked = read(site, spots(site, random, 90), drawn, random)
  const told = calibrate(site, walked)!
  expect(told.terms.length).toBeGreaterThan(8)
  const known = told.terms.filter(({ saysNothing }) => !saysNothing)
  const off = known.map(({ id, value, standardError }) => Math.abs(value - drawn(id)) / standardError)
  expect(off.filter((sigmas) => sigmas < 2).length / off.length).toBeGreaterThanOrEqual(0.85)
  expect(Math.max(...off)).toBeLessThan(4)
  expect(told.errorAfterDb).toBeLessThan(told.errorBeforeDb)
  expect(Math.abs(told.sigmaDb - 3)).toBeLessThan(0.6)
  expect(told.notHeard).toBeGreaterThan(0)
})

test('a reading from the wrong place is odd, a radio of nowhere is named, one point is too few', () => {
  const site = demoYard()
  const random = seededRandom(6)
  const walked = read(site, spots(site, random, 40), () => 0, random)
  const first = walked.findIndex(({ rssiDbm }) => rssiDbm !== null && rssiDbm < -70)
  const wrong = walked.map((one, i) => (i === first ? { ...one, rssiDbm: -25 } : one))
  const told = calibrate(site, wrong)!
  expect(told.odd.map(({ reading }) => reading)).toContainEqual(wrong[first])
  const strange = predictWalk(site, [
    { ...walked[0]!, radio: 'Nobody' },
    { ...walked[0]!, floor: 'The moon' },
  ])
  expect(strange).toEqual({ predicted: [], unknown: ['Nobody, 5 GHz', 'floor The moon'] })
  expect(calibrate(site, walked.slice(0, 1))).toBeNull()
})

test('all in one room: what cannot be told apart is said', () => {
  const site = demoYard()
  const random = seededRandom(7)
  const [radio] = plannedRadios(site, '5')
  const room = Array.from({ length: 30 }, (): WalkReading => ({
    at: [radio!.position.at[0] + 2 + random(), radio!.position.at[1] + random()],
    floor: null,
    radio: radio!.device.id,
    band: '5',
    rssiDbm: null,
    client: null,
  }))
  const told = calibrate(
    site,
    read(site, room, () => 0, random),
  )!
  expect(told.terms.some(({ saysNothing }) => saysNothing) || told.together.length > 0).toBe(true)
})

test('a walk as a table, and lines that are none', () => {
  const text = 'x;y;AP;GHz;dBm;floor\n1,5;2;Chandlery AP;5;−61;\n3;4;Gable AP;2,4;;Ground\n'
  expect(readWalkCsv(text)).toMatchObject({
    ok: true,
    value: [
      { at: [1.5, 2], radio: 'Chandlery AP', band: '5', rssiDbm: -61, floor: null },
      { at: [3, 4], band: '2.4', rssiDbm: null, floor: 'Ground' },
    ],
  })
  const odd = readWalkCsv('x,y,radio,band,level\n1,2,AP,5,12\nwest,2,AP,5,-60\n1,2,,5,-60\n1,2,AP,7,-60\n')
  expect(odd.ok ? [] : odd.problems.map(({ path }) => path[0])).toEqual([2, 3, 4, 5])
  expect(readWalkCsv('a,b\n1,2\n').ok).toBe(false)
})

describe('the model that is taken over', () => {
  const site = demoYard()
  const random = seededRandom(12)
  const planted = new Map<string, number>()
  const drawn = (id: string): number => {
    if (!planted.has(id))
      planted.set(id, id.startsWith('slope') ? 0.3 : (id.startsWith('radio') ? 4 : 1.5) * normal(random))
    return planted.get(id)!
  }
  const walked = read(site, spots(site, random, 120), drawn, random)
  const told = calibrate(site, walked)!
  const model = radioModelOf(told.terms, {
    site,
    readings: walked.length,
    sigmaDb: told.sigmaDb,
    learnedAt: '2026-05-04T09:30:00Z',
  })
  const errorsOf = (of: Site) =>
    predictWalk(of, walked).predicted.flatMap(({ reading, predictedDbm }) =>
      reading.rssiDbm === null ? [] : [reading.rssiDbm - predictedDbm],
    )
  const spread = (errors: number[]) =>
    Math.sqrt(errors.reduce((sum, one) => sum + one * one, 0) / errors.length)

  test('soundings with it are nearer to what was read, by what the fit says', () => {
    expect(spread(errorsOf(site))).toBeCloseTo(told.errorBeforeDb, 6)
    expect(spread(errorsOf(withModel(site, model)))).toBeLessThan(told.errorAfterDb + 0.3)
    expect(spread(errorsOf(withModel(site, model)))).toBeLessThan(0.8 * told.errorBeforeDb)
  })

  test('each floor that was walked has its own spread, and one with a few readings has none', () => {
    const [floor] = told.spreads
    expect(told.spreads).toHaveLength(1)
    expect([floor!.floor, floor!.readings]).toEqual([site.levels[0]!.name, told.heard])
    expect(Math.abs(floor!.sigmaDb - 3)).toBeLessThan(0.8)
    expect(calibrate(site, walked.filter(({ rssiDbm }) => rssiDbm !== null).slice(0, 7))!.spreads).toEqual([])
  })

  test('learning again from the same walk gives the same, whatever was taken over before', () => {
    const again = calibrate(withModel(site, model), walked)!
    expect(again.terms).toEqual(told.terms)
    expect(again.sigmaDb).toBe(told.sigmaDb)
  })

  test('it is a part of the plan: a file carries it, one without it opens, and one that is spoilt is refused', () => {
    const kept = readSiteFile(writeSiteFile(withModel(site, model)))
    expect(kept.ok && kept.value.ground.learned).toEqual(model)
    const plain = JSON.parse(writeSiteFile(site)) as { ground: Record<string, unknown> }
    delete plain.ground.learned
    const old = readSiteFile(JSON.stringify(plain))
    expect(old.ok && old.value.ground.learned).toBeNull()
    plain.ground.learned = { ...model, learnedAt: 'yesterday' }
    const spoilt = readSiteFile(JSON.stringify(plain))
    expect(spoilt.ok ? [] : spoilt.problems[0]?.path.slice(-2)).toEqual(['learned', 'learnedAt'])
  })

  test('the next spots: five in the areas, each takes more of the doubt than those after it, and read there it is less', () => {
    const next = nextSpots(site, told)
    expect(next).toHaveLength(5)
    const gains = next.map(({ gain }) => gain)
    expect(gains).toEqual([...gains].sort((a, b) => b - a))
    expect(gains.reduce((sum, one) => sum + one, 0)).toBeLessThan(1)
    for (const { at, areaId } of next)
      expect(within(site.areas.find(({ id }) => id === areaId)!.outline, at)).toBe(true)
    // Without any walk there is a first spot, too: by what is assumed.
    expect(nextSpots(site, null)[0]!.settles).not.toBe('')
    expect(nextSpots({ ...site, areas: [] }, told)).toEqual([])
  })
})
