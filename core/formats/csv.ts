import Papa from 'papaparse'
import { bad, good } from '../outcome'
import type { Outcome } from '../outcome'

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

/** A cell that a spreadsheet would take for a formula. Source: OWASP, “CSV Injection”. */
const FORMULA = /^[=+\-@\t\r]/
const NEUTRALISED = /^'(?=[=+\-@\t\r])/

/** A table as CSV (RFC 4180) with a header; cells that look like formulas are neutralised with an apostrophe. */
export function writeCsv(columns: string[], rows: (string | number | null)[][]): string {
  const safe = rows.map((row) =>
    row.map((cell) => {
      const text = cell === null ? '' : String(cell)
      return FORMULA.test(text) ? `'${text}` : text
    }),
  )
  return `${Papa.unparse({ fields: columns, data: safe }, { newline: '\r\n' })}\r\n`
}

/**
 * A table from CSV text: byte order mark dropped, separator found by itself, empty lines left out. At most 100 000 rows.
 */
export function readCsv(source: string): Outcome<CsvTable> {
  const refuse = (code: string, message: string) => bad({ path: ['file'], code, message })
  const text = source.replace(/^\uFEFF/, '')
  if (text.trim() === '') return refuse('csv.empty', 'The file is empty.')
  if (text.includes('\u0000'))
    return refuse('csv.binary', 'The file is not text. Save the table as CSV in UTF-8 and try again.')
  const { data, meta, errors } = Papa.parse<string[]>(text, {
    skipEmptyLines: 'greedy',
    delimitersToGuess: SEPARATORS,
  })
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
    rows: rows.map((row) => row.map(plain)),
    separator: meta.delimiter,
  })
}

const plain = (cell: string): string => cell.trim().replace(NEUTRALISED, '')
const shorten = (text: string): string => (text.length > 40 ? `${text.slice(0, 39)}…` : text)
