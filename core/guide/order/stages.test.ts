import { findings } from '../../judge/findings'
import type { Stage } from '../../judge/findings'
import { emptySite } from '../../plan'
import type { Site } from '../../plan'
import { demoYard, longMole, spoiltDemoYard, spoiltYard, yard } from '~/tests/kit/yard'
import { nextStep } from './nextStep'
import { seenGear, stageProgress } from './stages'
import { STAGES } from './stageList'
import type { Observed } from './stages'

const nothing: Observed = {
  running: new Set(),
  asked: 0,
  proven: 0,
  areasMet: false,
  signed: false,
  built: 'nothing',
}
const done = (site: Site, observed = nothing) =>
  stageProgress(site, findings(site), observed)
    .filter((stage) => stage.done)
    .map(({ stage }) => stage)
/** Feed, country and a requirement stated. */
const briefed = (site: Site): Site => ({
  ...site,
  feed: { words: 'Fibre', downMbps: 300, upMbps: null },
  country: 'DE',
  requirements: [{ id: 'r', fromNetworkId: 'crew', to: 'internet', strength: 'may' }],
})

test('an empty site has nothing done, and every stage has a key of its own', () => {
  expect(done(emptySite('x'))).toEqual([])
  expect(new Set(STAGES.map(({ key }) => key)).size).toBe(STAGES.length)
})

test('an open stop or fix holds a stage back', () => {
  expect(done(spoiltYard())).toEqual(['backhaul'])
  expect(done(yard())).toEqual(['networks', 'backhaul', 'ports'])
})

test('the brief is done with feed, country and requirements, and says which is missing', () => {
  const brief = (site: Site) => stageProgress(site, [], nothing)[0]!
  expect(brief(briefed(yard()))).toMatchObject({ done: true, says: '1 requirement' })
  for (const part of [{ country: null }, { requirements: [] }, { feed: emptySite('x').feed }])
    expect(brief({ ...briefed(yard()), ...part }).done).toBe(false)
  expect(brief(emptySite('x')).says).toBe('feed, country, requirements not stated')
})

test('the ground is done when every area meets its need', () => {
  expect(done(demoYard(), nothing)).not.toContain('ground')
  expect(done(demoYard(), { ...nothing, areasMet: true })).toContain('ground')
})

test('staging is done by what was seen running, device by device', () => {
  const all = seenGear(yard()).map(({ id }) => id)
  expect(done(yard(), { ...nothing, running: new Set(all) })).toContain('staging')
  expect(done(yard(), { ...nothing, running: new Set(all.slice(1)) })).not.toContain('staging')
  expect(done(yard())).not.toContain('staging')
})

test('proof is done when every requirement is proven, and only then; handover when it is signed', () => {
  expect(done(yard(), { ...nothing, asked: 2, proven: 2 })).toContain('proof')
  expect(done(yard(), { ...nothing, asked: 2, proven: 1 })).not.toContain('proof')
  expect(done(yard(), { ...nothing, asked: 0, proven: 0 })).not.toContain('proof')
  expect(done(yard(), { ...nothing, signed: true })).toContain('handover')
})

describe('what to do next', () => {
  const next = (site: Site, stage: Stage, observed = nothing) => {
    const found = findings(site)
    return nextStep(site, stage, stageProgress(site, found, observed), found)
  }
  test('what is missing comes first', () => {
    const empty = emptySite('x')
    expect(next(empty, 'brief').says).toContain('State the feed')
    expect(next(empty, 'networks').says).toContain('Add the first network')
    expect(next(empty, 'ports').says).toContain('Add the gear')
    expect(next(empty, 'proof').says).toContain('Say at Brief')
  })
  test('then the first finding of the step', () => {
    expect(next(spoiltYard(), 'ports').findingId).toMatch(/^(VLN-1|POW-1)/)
  })
  test('then the next step that is open', () => {
    expect(next(briefed(yard()), 'brief')).toMatchObject({ stage: 'ground', findingId: null })
    expect(next(briefed(yard()), 'networks').says).toContain('Next: Ground')
  })
})

describe('backhaul', () => {
  const backhaul = (site: Site) =>
    stageProgress(site, findings(site), nothing).find(({ stage }) => stage === 'backhaul')!
  test('says how many have their uplink by radio, and is done when every device on the air is fed', () => {
    expect(backhaul(demoYard())).toMatchObject({ says: '2 uplinks by radio', done: true, key: 'k' })
    expect(backhaul(yard())).toMatchObject({ says: '0 uplinks by radio', done: true })
  })
  test('one device without a way, and two of them', () => {
    const cut = (...ids: string[]): Site => {
      const site = demoYard()
      return { ...site, links: site.links.filter(({ b }) => !ids.includes(b.deviceId)) }
    }
    expect(backhaul(cut('ap-shop'))).toMatchObject({ says: '1 device not fed', done: false })
    expect(backhaul(cut('ap-shop', 'ap-office'))).toMatchObject({ says: '2 devices not fed', done: false })
  })
  test('an open finding of its own holds it back', () => {
    const progress = backhaul(spoiltDemoYard())
    expect(progress.open.stop).toBe(2)
    expect(progress.done).toBe(false)
  })
})

test('what stands elsewhere is neither to be placed nor to be cabled nor to be fed', () => {
  const site = longMole()
  expect(site.devices.some(({ remote }) => remote !== null)).toBe(true)
  const says = (from: Site) =>
    Object.fromEntries(stageProgress(from, [], nothing).map((one) => [one.stage, one.says]))
  const without = { ...site, devices: site.devices.filter(({ remote }) => remote === null) }
  for (const stage of ['ground', 'backhaul', 'ports']) expect(says(site)[stage]).toBe(says(without)[stage])
})
