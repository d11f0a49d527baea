import { writeCsv } from '../../formats'
import { GROUP_NAME, TICKS } from './list'
import type { PartRow } from './list'

const COLUMNS = [
  'group',
  'part',
  'unit',
  'needed',
  'in cartons',
  'at hand',
  'to get',
  'listed',
  'missing',
  'rate',
  'cost',
  ...TICKS,
  'counted by',
  'note',
]

/** The list as a table for a shop or a spreadsheet (RFC 4180). Ticks say for how many. */
export const partsCsv = (rows: readonly PartRow[]): string =>
  writeCsv(
    COLUMNS,
    rows.map((row) => [
      GROUP_NAME[row.group],
      row.name,
      row.unit,
      row.needed,
      row.inCartons,
      row.have,
      row.toGet,
      row.listed,
      row.missing,
      row.rate,
      row.cost,
      ...TICKS.map((state) => row.ticks[state]?.count ?? null),
      row.counted?.formula ?? '',
      row.note,
    ]),
  )
