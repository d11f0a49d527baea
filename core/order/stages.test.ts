import { findings } from '../findings'
import { emptySite } from '../site'
import type { Site } from '../site'
import { demoYard, spoiltDemoYard, spoiltYard, yard } from '~/tests/kit/yard'
import { STAGES, stageProgress } from './stages'

const nothing = { accessPointsRunning: 0, clientTests: 0, throughputTests: 0 }
const done = (site: ReturnType<typeof yard>, observed = nothing) =>
  stageProgress(site, findings(site), observed)
    .filter((stage) => stage.done)
    .map(({ stage }) => stage)

test('an empty site has nothing done, and every stage has a key of its own', () => {
  expect(done(emptySite('x'))).toEqual([])
  expect(new Set(STAGES.map(({ key }) => key)).size).toBe(STAGES.length)
})

test('an open stop or fix holds a stage back', () => {
  expect(done(spoiltYard())).toEqual(['brief', 'backhaul'])
  expect(done(yard())).toEqual(['brief', 'networks', 'backhaul', 'ports'])
})

test('staging and proof are done by what was observed', () => {
  expect(done(yard(), { accessPointsRunning: 1, clientTests: 1, throughputTests: 0 })).toContain('staging')
  expect(done(yard(), { accessPointsRunning: 1, clientTests: 1, throughputTests: 0 })).not.toContain('proof')
  expect(done(yard(), { accessPointsRunning: 1, clientTests: 1, throughputTests: 1 })).toContain('proof')
})

describe('backhaul', () => {
  const backhaul = (site: Site) =>
    stageProgress(site, findings(site), nothing).find(({ stage }) => stage === 'backhaul')!
  test('says how many hang by radio, and is done when every box on the air is fed', () => {
    expect(backhaul(demoYard())).toMatchObject({ says: '2 uplinks by radio', done: true, key: 'k' })
    expect(backhaul(yard())).toMatchObject({ says: '0 uplinks by radio', done: true })
  })
  test('one box without a way, and two of them', () => {
    const cut = (...ids: string[]): Site => {
      const site = demoYard()
      return { ...site, links: site.links.filter(({ b }) => !ids.includes(b.deviceId)) }
    }
    expect(backhaul(cut('ap-shop'))).toMatchObject({ says: '1 box not fed', done: false })
    expect(backhaul(cut('ap-shop', 'ap-office'))).toMatchObject({ says: '2 boxes not fed', done: false })
  })
  test('an open finding of its own holds it back', () => {
    const progress = backhaul(spoiltDemoYard())
    expect(progress.open.stop).toBe(2)
    expect(progress.done).toBe(false)
  })
})
