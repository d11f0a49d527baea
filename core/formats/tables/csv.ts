import Papa from 'papaparse'
import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'

export interface CsvTable {
  columns: string[]
  rows: string[][]
  /** What stood between the cells. */
  separator: string
}

const MOST_ROWS = 100_000
const SEPARATORS = [',', ';', '\t', '|']
const SEPARATOR_NAME: Record<string, string> = { ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'bars' }
export const separatorName = (separator: string): string => SEPARATOR_NAME[separator] ?? separator

/**
 * Where a spreadsheet would find a formula, whatever it splits the row at: at the start of a cell or after a comma, a
 * semicolon, a tab, a bar or a line break within it, blanks before it or not. Source: OWASP, “CSV Injection”.
 */
const FORMULA = /(?<=^|[,;\t\r\n|])(?=[\s']*[=+\-@＝＋－＠])/g
/** The same where one apostrophe was put before it. */
const NEUTRALISED = /(?<=^|[,;\t\r\n|])'(?=[\s']*[=+\-@＝＋－＠])/g

export const neutralised = (text: string): string => text.replace(FORMULA, "'")
const asItWas = (cell: string): string => cell.replace(NEUTRALISED, '')

/**
 * A table as CSV (RFC 4180) with a header. Texts that look like formulas are neutralised with an apostrophe, which is
 * taken off again on reading; numbers are left as they are.
 */
export function writeCsv(columns: string[], rows: (string | number | null)[][]): string {
  const safe = rows.map((row) => row.map((cell) => (typeof cell === 'string' ? neutralised(cell) : cell)))
  const quotes = (value: unknown): boolean => typeof value === 'string' && /[;\t|\u00a0]/.test(value)
  return `${Papa.unparse({ fields: columns, data: safe }, { newline: '\r\n', quotes })}\r\n`
}

/**
 * A table from CSV text: byte order mark dropped, empty lines left out, every cell as it stands, blanks and all. The
 * separator is what a first line `sep=` says, or the one most in the header. At most 100 000 rows.
 */
export function readCsv(source: string): Outcome<CsvTable> {
  const refuse = (code: string, message: string) => bad({ path: ['file'], code, message })
  const { text, separator } = separated(source.replace(/^\uFEFF/, ''))
  if (text.trim() === '') return refuse('csv.empty', 'The file is empty.')
  if (isBinary(text))
    return refuse('csv.binary', 'The file is not text. Save the table as CSV in UTF-8 and try again.')
  const { data, errors } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', delimiter: separator })
  const [header, ...rows] = data
  const quote = errors.find(({ type }) => type === 'Quotes')
  if (quote)
    return refuse(
      'csv.quotes',
      `A quotation mark in row ${(quote.row ?? 0) + 1} is not closed, so the cells cannot be told apart.`,
    )
  if (!header || rows.length === 0)
    return refuse('csv.noRows', 'The file has a header at most and no rows below it.')
  if (header.length < 2)
    return refuse(
      'csv.separator',
      `Only one column was found (“${shorten(header[0] ?? '')}”). Accepted between the cells: commas, semicolons, tabs or bars.`,
    )
  if (rows.length > MOST_ROWS)
    return refuse(
      'csv.long',
      `The file has ${rows.length} rows; at most ${MOST_ROWS} are read. Split it, or leave out what does not change.`,
    )
  return good({
    columns: header.map((name) => name.trim()),
    rows: rows.map((row) => row.map(asItWas)),
    separator,
  })
}

/** Some programs say in a first line what stands between the cells. */
function separated(text: string): { text: string; separator: string } {
  const said = /^"?sep=(.)"?\r?\n/.exec(text)
  if (said?.[1]) return { text: text.slice(said[0].length), separator: said[1] }
  const header =
    /^(?:"(?:[^"]|"")*"|[^"\r\n])*/.exec(text.trimStart())?.[0].replace(/"(?:[^"]|"")*"/g, '') ?? ''
  const counts = SEPARATORS.map((candidate) => header.split(candidate).length)
  return { text, separator: SEPARATORS[counts.indexOf(Math.max(...counts))] ?? ',' }
}

/** Text in two octets a character, read as one, is every other time a zero. */
const isBinary = (text: string): boolean => text.split('\u0000').length - 1 > text.length / 10

const shorten = (text: string): string => (text.length > 40 ? `${text.slice(0, 39)}…` : text)
