import { good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import type { Band } from '../../plan'
import type { WalkReading } from '../../radio/calibration'
import { readCsv } from '../tables/csv'

/** What a walk's table may tell of each level, the headings that are known for it, and whether it must. */
export const WALK_COLUMNS = [
  { name: 'x', label: 'x, m', needed: true, headings: ['x', 'x m', 'east'] },
  { name: 'y', label: 'y, m', needed: true, headings: ['y', 'y m', 'north'] },
  { name: 'radio', label: 'Access point', needed: true, headings: ['radio', 'access point', 'ap', 'device'] },
  { name: 'band', label: 'Band', needed: true, headings: ['band', 'ghz'] },
  {
    name: 'level',
    label: 'Level, dBm',
    needed: true,
    headings: ['level', 'rssi', 'dbm', 'signal', 'level dbm'],
  },
  { name: 'client', label: 'Read by', needed: false, headings: ['client', 'reader'] },
  { name: 'floor', label: 'Floor', needed: false, headings: ['floor', 'storey'] },
] as const

type Heading = (typeof WALK_COLUMNS)[number]['name']

/** Which column of a table is what, from 0; null: none. */
export type WalkColumns = Record<Heading, number | null>

export interface WalkTable {
  titles: string[]
  rows: string[][]
  /** By its headings. */
  guess: WalkColumns
}

export function readWalkTable(text: string): Outcome<WalkTable> {
  const table = readCsv(text)
  if (!table.ok) return table
  const { columns: titles, rows } = table.value
  const plain = titles.map((title) => title.trim().toLowerCase())
  const at = (headings: readonly string[]) => {
    const found = plain.findIndex((title) => headings.includes(title))
    return found < 0 ? null : found
  }
  const guess = Object.fromEntries(WALK_COLUMNS.map(({ name, headings }) => [name, at(headings)]))
  return good({ titles, rows, guess: guess as WalkColumns })
}

/**
 * A walk as CSV: a row for each radio at each spot, with x and y in metres of the chart, the access point by name or id, the band, and the
 * level in dBm; an empty level is a radio that was not heard. Whatever cannot be read is named with its line.
 */
export function readWalkCsv(text: string): Outcome<WalkReading[]> {
  const table = readWalkTable(text)
  return table.ok ? walkFromTable(table.value, table.value.guess) : table
}

/** The same from a table whose columns somebody has named. */
export function walkFromTable({ rows }: WalkTable, columns: WalkColumns): Outcome<WalkReading[]> {
  const missing = WALK_COLUMNS.filter(({ name, needed }) => needed && columns[name] === null)
  if (missing.length > 0)
    return {
      ok: false,
      problems: missing.map(({ name, headings }) => ({
        path: ['file', name],
        code: 'walk.column',
        message: `There is no column for ${name}. Accepted headings: ${headings.join(', ')}.`,
      })),
    }
  const problems: Problem[] = []
  const readings = rows.flatMap((cells, i): WalkReading[] => {
    const cell = (name: Heading) => (cells[columns[name] ?? -1] ?? '').trim()
    const [x, y] = [numberIn(cell('x')), numberIn(cell('y'))]
    const band = BANDS.find((one) => cell('band').replace(',', '.').startsWith(one))
    const rssiDbm = cell('level') === '' ? null : numberIn(cell('level'))
    const isLevel = rssiDbm === null || (rssiDbm >= -120 && rssiDbm <= 0)
    if (x === null || y === null || Number.isNaN(x + y) || !band || !isLevel || cell('radio') === '') {
      problems.push({
        path: [i + 2],
        code: 'walk.row',
        message: `Line ${i + 2}: “${cells.join(', ')}” is no reading. Accepted: x and y in metres, an access point, band 2.4, 5 or 6, and a level from −120 to 0 dBm or none.`,
      })
      return []
    }
    const floor = cell('floor') || null
    return [{ at: [x, y], floor, radio: cell('radio'), band, rssiDbm, client: cell('client') || null }]
  })
  return problems.length > 0 ? { ok: false, problems: problems.slice(0, 5) } : good(readings)
}

const BANDS: Band[] = ['2.4', '5', '6']

/** Also with a comma or a typographic minus; NaN: it is no number. */
const numberIn = (text: string): number | null =>
  text === '' ? null : Number(text.replace('−', '-').replace(',', '.'))
