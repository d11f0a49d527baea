import { boatyard } from '~/tests/kit/yard'
import { DRAWN } from '~/core/plan/drawing'
import type { Drawn } from '~/core/plan/drawing'
import { applyEdits } from '~/core/plan'
import type { AnyRecord } from '~/core/plan'
import { readSiteFile, writeSiteFile } from '~/schema/siteFile'
import { KIND_NAMES, fieldsOf } from './pieceFields'
import type { FieldSpec } from '../../forms/fieldSpec'

const site = boatyard()
const recordsOf = (collection: Drawn) => site[collection] as unknown as Record<string, unknown>[]
const kinds = DRAWN.filter((collection) => collection !== 'devices')
const drawn = kinds.filter((collection) => recordsOf(collection).length > 0)

/** What a field of this kind may hold. */
const FITS: Record<FieldSpec['kind'], (value: unknown) => boolean> = {
  text: (value) => typeof value === 'string',
  mono: (value) => typeof value === 'string',
  long: (value) => typeof value === 'string',
  share: (value) => typeof value === 'number' && value >= 0 && value <= 1,
  number: (value) => typeof value === 'number',
  length: (value) => typeof value === 'number',
  check: (value) => typeof value === 'boolean',
  levels: (value) => Array.isArray(value),
  choice: (value) => typeof value === 'string',
}

test('the yard draws nearly every kind of piece, and every kind has a name and a sheet', () => {
  expect(drawn.length).toBeGreaterThanOrEqual(7)
  for (const kind of kinds) {
    expect(KIND_NAMES[kind]).not.toBe('')
    expect(fieldsOf(kind, site).length).toBeGreaterThan(0)
  }
  expect(fieldsOf('devices', site)).toEqual([])
})

test.each(drawn)('each field of the sheet of %s is in the record, and holds what it says', (collection) => {
  for (const record of recordsOf(collection))
    for (const { path, kind, none, choices } of fieldsOf(collection, site)) {
      const [outer] = path.split('.')
      expect(Object.keys(record)).toContain(outer)
      if (path.includes('.')) continue
      const value = record[path]
      if (value === null) expect(none).toBeDefined()
      else expect(FITS[kind](value)).toBe(true)
      if (kind === 'choice' && value !== null) expect(choices!.map((one) => one.value)).toContain(value)
    }
})

test.each(drawn)('every choice of the sheet of %s is one that the site file takes', (collection) => {
  const [record] = recordsOf(collection)
  for (const { path, choices } of fieldsOf(collection, site))
    for (const { value } of choices ?? []) {
      const changed = { ...record, [path]: value } as unknown as AnyRecord
      const next = applyEdits(site, [{ op: 'put', collection, record: changed }])
      expect(readSiteFile(writeSiteFile(next))).toMatchObject({ ok: true })
    }
})
