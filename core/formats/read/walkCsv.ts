import { good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import type { Band } from '../../plan'
import type { WalkReading } from '../../radio/calibration'
import { readCsv } from '../tables/csv'

const HEADINGS = {
  x: ['x', 'x m', 'east'],
  y: ['y', 'y m', 'north'],
  radio: ['radio', 'access point', 'ap', 'device'],
  band: ['band', 'ghz'],
  level: ['level', 'rssi', 'dbm', 'signal', 'level dbm'],
  client: ['client', 'reader'],
  floor: ['floor', 'storey'],
} as const
type Heading = keyof typeof HEADINGS

const NEEDED: Heading[] = ['x', 'y', 'radio', 'band', 'level']

/**
 * A walk as CSV: a row for each radio at each spot, with x and y in metres of the chart, the access point by name or id, the band, and the
 * level in dBm; an empty level is a radio that was not heard. Whatever cannot be read is named with its line.
 */
export function readWalkCsv(text: string): Outcome<WalkReading[]> {
  const table = readCsv(text)
  if (!table.ok) return table
  const { columns, rows } = table.value
  const titles = columns.map((title) => title.trim().toLowerCase())
  const at = (heading: Heading) =>
    titles.findIndex((title) => (HEADINGS[heading] as readonly string[]).includes(title))
  const missing = NEEDED.filter((heading) => at(heading) < 0)
  if (missing.length > 0)
    return {
      ok: false,
      problems: missing.map((heading) => ({
        path: ['file', heading],
        code: 'walk.column',
        message: `There is no column for ${heading}. Accepted headings: ${HEADINGS[heading].join(', ')}.`,
      })),
    }
  const problems: Problem[] = []
  const readings = rows.flatMap((cells, i): WalkReading[] => {
    const cell = (heading: Heading) => (cells[at(heading)] ?? '').trim()
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
