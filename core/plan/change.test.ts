import fc from 'fast-check'
import { yard } from '~/tests/kit/yard'
import { applyChange, diffSites, isEmptyChange, reverseChange } from './change'
import { applyEdits } from './edits'
import type { Edit } from './edits'
import { integrityProblems } from './integrity'
import { COLLECTIONS } from './types'
import type { AnyRecord, Site } from './types'

const edit = fc.oneof(
  fc.record({
    kind: fc.constant('remove' as const),
    collection: fc.constantFrom(...COLLECTIONS),
    pick: fc.nat(),
  }),
  fc.record({
    kind: fc.constant('rename' as const),
    collection: fc.constantFrom(...COLLECTIONS),
    pick: fc.nat(),
    name: fc.string(),
  }),
  fc.record({
    kind: fc.constant('move' as const),
    collection: fc.constantFrom(...COLLECTIONS),
    pick: fc.nat(),
    to: fc.nat(12),
  }),
  fc.record({
    kind: fc.constant('add' as const),
    collection: fc.constantFrom(...COLLECTIONS),
    pick: fc.nat(),
  }),
  fc.record({ kind: fc.constant('describe' as const), name: fc.string() }),
)

type Asked = typeof edit extends fc.Arbitrary<infer T> ? T : never

function editsOn(site: Site, asked: Asked): Edit[] {
  if (asked.kind === 'describe') return [{ op: 'describe', header: { name: asked.name } }]
  const collection = asked.collection as (typeof COLLECTIONS)[number]
  const records = site[collection] as AnyRecord[]
  const record = records[asked.pick % Math.max(1, records.length)]
  if (!record) return []
  switch (asked.kind) {
    case 'remove':
      return [{ op: 'remove', collection, id: record.id }]
    case 'rename':
      return [{ op: 'put', collection, record: { ...record, name: asked.name } as AnyRecord }]
    case 'move':
      return [{ op: 'move', collection, id: record.id, index: asked.to }]
    default:
      return [{ op: 'put', collection, record: { ...record, id: `new${asked.pick}` } as AnyRecord }]
  }
}

test('for any run of edits: the change leads there, and its reverse leads back', () => {
  fc.assert(
    fc.property(fc.array(edit, { maxLength: 8 }), (asked) => {
      const before = yard()
      const after = asked.reduce<Site>((site, one) => applyEdits(site, editsOn(site, one)), before)
      const change = diffSites(before, after)
      expect(applyChange(before, change)).toEqual(after)
      expect(applyChange(after, reverseChange(change))).toEqual(before)
      expect(isEmptyChange(change)).toBe(JSON.stringify(before) === JSON.stringify(after))
    }),
    { seed: 7, numRuns: 200 },
  )
})

test('removing any record leaves no reference to it behind', () => {
  const site = yard()
  for (const collection of COLLECTIONS)
    for (const { id } of site[collection]) {
      const after = applyEdits(site, [{ op: 'remove', collection, id }])
      expect(integrityProblems(after)).toEqual([])
      expect(after[collection].some((record) => record.id === id)).toBe(false)
    }
})

test('the given site is left as it was', () => {
  const site = yard()
  const copy = structuredClone(site)
  applyEdits(site, [
    { op: 'remove', collection: 'networks', id: 'crew' },
    { op: 'describe', header: { name: 'x' } },
  ])
  expect(site).toEqual(copy)
})
