import { readFileSync } from 'node:fs'
import { movedChange } from './movedChange'
import { movedHeader, movedPlan } from './moves'
import { emptySite } from './types'
import type { Change } from './change'

test('requirements, the way of calculating and the feed of version 1 stand in their new places', () => {
  expect(
    movedPlan({
      name: 'x',
      feed: 'Fibre',
      ground: { school: 'byPlace', channelSchool24: '1-6-11', sigmaDb: 5 },
      backhaul: { mostHops: 3, feedMbps: 300 },
      wishes: [{ id: 'w', fromNetworkId: 'a', to: 'internet', wish: 'must' }],
    }),
  ).toEqual({
    name: 'x',
    feed: { words: 'Fibre', downMbps: 300, upMbps: null },
    ground: { model: 'byPlace', channelPlan24: '1-6-11', sigmaDb: 5 },
    backhaul: { mostHops: 3 },
    requirements: [{ id: 'w', fromNetworkId: 'a', to: 'internet', strength: 'must' }],
  })
})

test('what is of version 3 already comes back as it is', () => {
  const now = JSON.parse(readFileSync('demo/tern-quay.json', 'utf8')) as Record<string, unknown>
  expect(movedPlan(now)).toEqual(now)
  for (const odd of [null, 7, 'text', []]) expect(movedPlan(odd)).toEqual(odd)
})

test('a stated rate alone keeps the words that stand', () => {
  const now = { words: 'Fibre', downMbps: null, upMbps: 20 }
  expect(movedHeader({ backhaul: { feedMbps: 50 } }, now).feed).toEqual({
    words: 'Fibre',
    downMbps: 50,
    upMbps: 20,
  })
})

test('a logged change of version 1 can be undone: records and words, and nothing that somebody typed', () => {
  const change = {
    header: { from: { feed: 'DSL' }, to: { feed: 'Fibre' } },
    added: [
      {
        collection: 'wishes',
        index: 0,
        record: { id: 'w', fromNetworkId: 'a', to: 'internet', wish: 'must', note: '"collection":"wishes"' },
      },
    ],
    removed: [],
    updated: [],
    reordered: [],
  } as unknown as Change
  const moved = movedChange(change, { ...emptySite('x'), feed: { words: '', downMbps: 9, upMbps: 1 } })
  expect(moved.header?.from.feed).toEqual({ words: 'DSL', downMbps: 9, upMbps: 1 })
  expect(moved.added[0]).toMatchObject({
    collection: 'requirements',
    record: { strength: 'must', note: '"collection":"wishes"' },
  })
})
