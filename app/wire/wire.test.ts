import fc from 'fast-check'
import { applyEdits, advanceOf, diffSites, isSamePlan } from '~/core/plan'
import type { Edit } from '~/core/plan'
import { findings } from '~/core/judge/findings'
import { spoiltYard, yard } from '~/tests/kit/yard'
import { publicFinding } from '../server/derived/publicSite.server'
import type { PublicFinding } from '../server/derived/publicSite.server'
import { findingsAfter, findingsSince } from './findingsSince'
import { frameAfter, openedFrame } from './frames'
import type { FrameSince, SiteFrame } from './frames'
import { unpacked } from './packed'
import { packed } from './packed.server'

/** As it is after a way through JSON: a packing of another process. */
const sentOver = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

test('what is packed comes out as it was, whatever people call their things', () => {
  fc.assert(
    fc.property(fc.jsonValue(), fc.string({ unit: 'binary' }), (value, name) => {
      const whole = { value, name, 'Slip "5" </script>': '⚓ ‮ \u2028 \ud800' }
      expect(unpacked(sentOver(packed(whole)))).toEqual(JSON.parse(JSON.stringify(whole)))
    }),
    { seed: 7, numRuns: 200 },
  )
})

test('the same packing is opened once, and its maker does not open it', () => {
  const site = yard()
  const frame = { id: 's', revision: 3, plan: packed({ site, findings: [] }) } as never
  expect(openedFrame(frame).site).toBe(site)
  const far = sentOver(frame)
  expect(openedFrame(far)).toBe(openedFrame(far))
  expect(openedFrame(far).site).toEqual(JSON.parse(JSON.stringify(site)))
})

const seen = (site = spoiltYard()): PublicFinding[] => findings(site).map(publicFinding)

test('findings are told by what became of them: gone, new, changed, in another order', () => {
  const all = seen()
  expect(all.length).toBeGreaterThan(2)
  fc.assert(
    fc.property(
      fc.shuffledSubarray(all),
      fc.shuffledSubarray(all),
      fc.array(fc.nat(all.length)),
      (before, now, changed) => {
        const after = now.map((finding, i) =>
          changed.includes(i) ? { ...finding, says: `${finding.says} Still.` } : finding,
        )
        expect(findingsAfter(before, sentOver(findingsSince(before, after)))).toEqual(after)
      },
    ),
    { seed: 11, numRuns: 300 },
  )
})

test('nothing changed is nothing sent, and the list stays the same object', () => {
  const all = seen()
  const since = findingsSince(all, sentOver(all))
  expect(since).toEqual({ gone: [], put: [] })
  expect(findingsAfter(all, since)).toBe(all)
})

describe('a frame after an edit', () => {
  const site = yard()
  const edits: Edit[] = [
    { op: 'describe', header: { notes: 'seen' } },
    { op: 'put', collection: 'networks', record: { ...site.networks[0]!, name: 'Otherwise' } },
    { op: 'remove', collection: 'ssids', id: site.ssids[0]!.id },
    { op: 'move', collection: 'networks', id: site.networks[1]!.id, index: 0 },
  ]
  const after = applyEdits(site, edits)
  const held = { id: 's', revision: 4, site, findings: seen(site) } as unknown as SiteFrame
  const since = sentOver({
    id: 's',
    revision: 5,
    since: 4,
    change: advanceOf(diffSites(site, after)),
    findings: findingsSince(held.findings, seen(after)),
  }) as unknown as FrameSince

  test('is the plan after it, and what it did not touch is the same object', () => {
    const next = frameAfter(held, since)!
    expect(next.site).toEqual(after)
    expect(isSamePlan(next.site, after)).toBe(true)
    expect(isSamePlan(next.site, site)).toBe(false)
    expect(next.findings).toEqual(seen(after))
    expect(next.site.devices).toBe(site.devices)
    expect(next.revision).toBe(5)
  })

  test('is asked for whole where the page has another revision, or another site', () => {
    expect(frameAfter({ ...held, revision: 3 }, since)).toBeNull()
    expect(frameAfter({ ...held, id: 'other' }, since)).toBeNull()
  })
})
