import { applyEdits } from '../../plan'
import type { Site } from '../../plan'
import { boatyard, demoYard, withDevice, yard } from '~/tests/kit/yard'
import { demoFile, withList } from '~/tests/kit/listed'
import { needsOf, toGet } from '.'
import { newListedParts } from './listing'

const counts = (site: Site) => Object.fromEntries(needsOf(site).map((need) => [need.key, toGet(need)]))

const bakery = (): Site => demoFile('two-ovens')

/** Counted by hand from the site files, with pencil and paper; the rules are common practice, no source. */
test('the bakery, counted by hand', () => {
  expect(counts(bakery())).toEqual({
    'gear t-modem': 1,
    'gear t-gateway': 1,
    'gear t-controller': 1,
    'gear t-switch8bt': 1,
    // Shop, Bakehouse, Flat, Terrace; and the one across town.
    'gear t-ap2': 4,
    'gear t-ap2j': 1,
    // Gateway and switch have theirs in the carton; the modem's carton says nothing.
    'supply t-modem': 1,
    'supply t-gateway': 0,
    'supply t-switch8bt': 0,
    // Terrace and across town: class 4.
    'injector 802.3at': 2,
    // Five hang, four indoors with the bracket of their carton; the terrace is outside, where a ceiling bracket holds nothing.
    'mount indoors': 0,
    'mount outdoors': 1,
    fixings: 1,
    // Five of them on a controller that manages two.
    'licence controller': 3,
    // 3 × 30 m = 90 m, and a tenth: 99 m.
    'cable cat6': 99,
    // 1 m: modem to gateway, and a spare one. 2 m: to the switch, to the controller, and a spare one.
    'cord cat6 1': 2,
    'cord cat6 2': 3,
    // 6 ends and a spare one.
    'plugs cat6': 7,
    // 9 devices and 6 cables with two ends each.
    labels: 21,
    'tool laptop': 1,
    'tool pin': 1,
    'tool screwdrivers': 1,
    'tool drill': 1,
    'tool ladder': 1,
    'tool tape': 1,
    'tool crimp': 1,
    'tool tester': 1,
    people: 2,
  })
})

test('the boatyard, counted by hand', () => {
  expect(counts(demoYard())).toMatchObject({
    'gear t-ap2': 9,
    'gear t-ap2j': 1,
    'gear t-switch8': 2,
    'gear t-bridge': 2,
    'supply t-plain5': 1,
    'supply t-router': 0,
    // Paint shed, café terrace, pontoon: class 4. The bridge end in the hut: class 3.
    'injector 802.3at': 3,
    'injector 802.3af': 1,
    // Patch: gable, gate, pontoon, terrace. Sector: hard standing. The bridge ends’ panels are their own.
    'antenna ant-patch': 4,
    'antenna ant-sector': 1,
    'licence controller': 10,
    // 12 m and a tenth: 13.2, so 14.
    'cable cat5e': 14,
    'plugs cat5e': 3,
    // 17 laid cables of Cat 6: 34 ends and 4 spare ones.
    'plugs cat6': 38,
    // 3 m: the recorder, and a spare one.
    'cord cat6 3': 2,
    // 21 devices that are brought, 25 cables.
    labels: 71,
  })
  const metres = needsOf(demoYard()).filter(({ group, unit }) => group === 'cable' && unit === 'm')
  const laidM = 18 + 24 + 64 + 22 + 46 + 58 + 9 + 6 + 71 + 14 + 38 + 44 + 72 + 4 + 64 + 22 + 6
  const cat6 = metres.filter(({ key }) => key.startsWith('cable cat6'))
  const stated = cat6.flatMap(({ counted }) => counted.inputs.filter(({ name }) => name === 'Σ lengths'))
  expect(stated.reduce((sum, { value }) => sum + parseFloat(value), 0)).toBe(laidM)
})

test('outlets instead of plugs: two outlets and two cords of 2 m for each laid cable', () => {
  const site = bakery()
  const outlets = counts({ ...site, partsRules: { ...site.partsRules, ends: 'outlets' } })
  expect(outlets).toMatchObject({ 'outlets cat6': 7, 'cord cat6 2': 9, 'tool punch': 1 })
  expect(outlets).not.toHaveProperty('plugs cat6')
})

test('house wiring is not bought, and people’s own computers are not brought', () => {
  const site = bakery()
  const mains = { ...site, links: site.links.map((link) => ({ ...link, category: 'mains' as const })) }
  expect(
    Object.keys(counts(mains)).filter((key) => /^(cable|cord|plugs|tool (crimp|tester))/.test(key)),
  ).toEqual([])
  expect(Object.keys(counts(boatyard()))).not.toContain('gear t-station')
})

test('gear of no type says that its carton is not known', () => {
  const odd = withDevice(yard(), 'ap-shop', { typeId: null, powerSource: 'injector' })
  const needs = needsOf(odd)
  expect(needs.find(({ key }) => key === 'gear no type, accessPoint')?.note).toContain('not known')
  expect(needs.find(({ key }) => key === 'injector ')?.name).toBe('Injector, class not known')
})

test('what was listed keeps its rate and what is at hand; keys that begin alike do not share a line', () => {
  const taken = withList(bakery())
  expect(new Set(taken.parts.map(({ id }) => id)).size).toBe(taken.parts.length)
  const priced = {
    ...taken,
    parts: taken.parts.map((part) =>
      part.key === 'gear t-ap2' ? { ...part, rate: 148, count: 1, have: 2 } : part,
    ),
  }
  const again = applyEdits(priced, newListedParts(priced, needsOf(priced)))
  expect(again.parts.find(({ key }) => key === 'gear t-ap2')).toMatchObject({ rate: 148, count: 2, have: 2 })
})

test('every count says how it came about', () => {
  for (const need of needsOf(demoYard())) {
    expect(need.counted.formula).not.toBe('')
    expect(need.counted.source).not.toBe('')
    expect(need.counted.value).toBe(need.count)
  }
})
