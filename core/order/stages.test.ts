import { findings } from '../findings'
import { emptySite } from '../site'
import { spoiltYard, yard } from '~/tests/kit/yard'
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
  expect(done(spoiltYard())).toEqual(['brief'])
  expect(done(yard())).toEqual(['brief', 'networks', 'ports'])
})

test('staging and proof are done by what was observed', () => {
  expect(done(yard(), { accessPointsRunning: 1, clientTests: 1, throughputTests: 0 })).toContain('staging')
  expect(done(yard(), { accessPointsRunning: 1, clientTests: 1, throughputTests: 0 })).not.toContain('proof')
  expect(done(yard(), { accessPointsRunning: 1, clientTests: 1, throughputTests: 1 })).toContain('proof')
})
