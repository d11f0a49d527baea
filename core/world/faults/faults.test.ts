import { boatyard, demoYard, longMole, yard } from '~/tests/kit/yard'
import { integrityProblems } from '../../plan'
import { findings } from '../../judge/findings'
import { anySlip, FAULTS, slipOf } from './index'

const SITES = [boatyard(), demoYard(), longMole(), yard()]
const codesOf = (site: Parameters<typeof findings>[0]) => findings(site).map(({ id }) => id)

test.each(FAULTS.map((fault) => [fault.code, fault] as const))(
  '%s: every slip is possible, and is the mistake of that code',
  (code, { slips }) => {
    const all = SITES.flatMap((site) => slips(site).map((slip) => ({ before: site, ...slip })))
    expect(all.length).toBeGreaterThan(0)
    // Each site's first, middle and last: findings take a while.
    const some = [...new Set([0, Math.floor(all.length / 2), all.length - 1])].map((i) => all[i]!)
    for (const { before, site, says } of some) {
      expect(integrityProblems(site)).toEqual([])
      const fresh = codesOf(site).filter((id) => !codesOf(before).includes(id))
      expect({ says, codes: fresh.map((id) => id.split(':')[0]) }).toEqual({
        says,
        codes: expect.arrayContaining([code]) as string[],
      })
    }
  },
)

test('the same seed hides the same; a mistake that cannot be made there hides nothing', () => {
  expect(anySlip(boatyard(), 7)).toEqual(anySlip(boatyard(), 7))
  const hidden = new Set(Array.from({ length: 40 }, (_, seed) => anySlip(boatyard(), seed)?.says))
  expect(hidden.size).toBeGreaterThan(10)
  expect(slipOf(yard(), 'CTL-6', 1)).toBeNull()
  expect(slipOf(yard(), 'nonsense', 1)).toBeNull()
})
