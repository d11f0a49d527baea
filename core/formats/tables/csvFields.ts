/** A column that an import understands. */
export interface CsvField {
  key: string
  label: string
  needed: boolean
  /** Other headings that mean the same. */
  alsoCalled: string[]
}

export const csvField = (key: string, label: string, needed = false, ...alsoCalled: string[]): CsvField => ({
  key,
  label,
  needed,
  alsoCalled,
})

/** For each field the column it is read from, or null. */
export type Mapping = Record<string, number | null>

export interface RowProblem {
  /** The row as a spreadsheet counts it: the header is 1. */
  row: number
  column: string
  message: string
}

const folded = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '')

/** The mapping that the headings suggest. */
export function guessMapping(columns: string[], fields: readonly CsvField[]): Mapping {
  const headings = columns.map(folded)
  return Object.fromEntries(
    fields.map(({ key, label, alsoCalled }) => {
      const index = [key, label, ...alsoCalled]
        .map((name) => headings.indexOf(folded(name)))
        .find((at) => at >= 0)
      return [key, index ?? null]
    }),
  )
}

/** Needed fields that no column is given for, in words. */
export const unmapped = (mapping: Mapping, fields: readonly CsvField[]): string[] =>
  fields.filter(({ key, needed }) => needed && (mapping[key] ?? null) === null).map(({ label }) => label)

/** Cells of a row by field, without outer blanks, or as they stand; undefined where no column is mapped. */
export interface Cells {
  (key: string): string | undefined
  asIs: (key: string) => string | undefined
}

export const cellReader =
  (mapping: Mapping) =>
  (row: string[]): Cells => {
    const asIs = (key: string) => {
      const at = mapping[key] ?? null
      return at === null ? undefined : (row[at] ?? '')
    }
    return Object.assign((key: string) => asIs(key)?.trim(), { asIs })
  }

/** What an import would do, row by row; with any problem nothing is done. */
export interface ImportPreview<E> {
  edits: E[]
  changes: { row: number; says: string }[]
  problems: RowProblem[]
  /** Rows that say what the plan says already. */
  unchanged: number
}

const HEADER_ROWS = 1
export const rowNumber = (index: number): number => index + 1 + HEADER_ROWS
