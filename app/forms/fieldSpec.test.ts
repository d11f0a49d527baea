import { partWith, valueAt } from './fieldSpec'
import type { FieldSpec } from './fieldSpec'

const spec = (path: string, part: Partial<FieldSpec> = {}): FieldSpec => ({
  path,
  label: '',
  kind: 'number',
  ...part,
})
const wall = { name: 'W', ownLossDb: { '2.4': 5, '5': 8 } as Record<string, number> | null, slabMm: 160 }

test('a value lies at the top or one step down; only the first dot parts', () => {
  expect(valueAt(wall, 'name')).toBe('W')
  expect(valueAt(wall, 'ownLossDb.2.4')).toBe(5)
  expect(valueAt({ ...wall, ownLossDb: null }, 'ownLossDb.2.4')).toBeUndefined()
})

test('a value takes its place and leaves its neighbours', () => {
  expect(partWith(wall, spec('name'), 'X')).toEqual({ name: 'X' })
  expect(partWith(wall, spec('ownLossDb.5'), 9)).toEqual({ ownLossDb: { '2.4': 5, '5': 9 } })
  expect(partWith({ feed: { words: 'Fibre', upMbps: 3 } }, spec('feed.upMbps'), null)).toEqual({
    feed: { words: 'Fibre', upMbps: null },
  })
})

test('an emptied figure that may not be missing stands for its usual one', () => {
  expect(partWith(wall, spec('slabMm', { empty: 0 }), null)).toEqual({ slabMm: 0 })
  expect(partWith(wall, spec('slabMm'), null)).toEqual({ slabMm: null })
})

test('an emptied value takes its key along, and the last one the whole', () => {
  const drops = (path: string) => spec(path, { dropsEmpty: true })
  expect(partWith(wall, drops('ownLossDb.5'), null)).toEqual({ ownLossDb: { '2.4': 5 } })
  expect(partWith({ ownLossDb: { '5': 8 } }, drops('ownLossDb.5'), null)).toEqual({ ownLossDb: null })
  expect(partWith({ ownLossDb: null }, drops('ownLossDb.6'), 4)).toEqual({ ownLossDb: { '6': 4 } })
})
