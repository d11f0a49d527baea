import {
  ADDRESS_FIELDS,
  PORT_FIELDS,
  guessMapping,
  readAddresses,
  readCsv,
  readPorts,
  separatorName,
  unmapped,
} from '~/core/formats'
import type { CsvField, CsvTable, Mapping, RowProblem } from '~/core/formats'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { Site } from '~/core/plan'
import { readCsvUpload } from '~/schema/csvUpload'
import type { CsvUpload } from '~/schema/csvUpload'
import { store } from '../sites/store.server'
import { commit } from './commit.server'
import { uploadedText } from '../files/upload.server'

const MOST_BYTES = 15 * 1024 * 1024
/** So many lines of each kind are shown; the rest are counted. */
const MOST_SHOWN = 60

/** What a table would change, as the page shows it before anything is done. */
export interface CsvPreview {
  what: CsvUpload['what']
  columns: string[]
  firstRows: string[][]
  rows: number
  separator: string
  fields: { key: string; label: string; needed: boolean }[]
  mapping: Mapping
  changes: { row: number; says: string }[]
  changeCount: number
  problems: RowProblem[]
  problemCount: number
  unchanged: number
  taken: boolean
}

const KINDS = {
  ports: { fields: PORT_FIELDS, read: readPorts },
  addresses: { fields: ADDRESS_FIELDS, read: readAddresses },
} as const

/** Reads a table, shows what it would do, and with `take` does all of it or nothing. */
export async function importCsv(siteId: string, form: FormData): Promise<Outcome<CsvPreview>> {
  const request = readCsvUpload(settings(form))
  if (!request.ok) return request
  const source = await uploadedText(form, 'file', MOST_BYTES)
  if (!source.ok) return source
  const table = readCsv(source.value)
  if (!table.ok) return table
  const site = store().sites.read(siteId)?.site
  if (!site) return bad({ path: [], code: 'gone', message: 'That site is not here any more.' })
  const { what, take } = request.value
  const { fields, read } = KINDS[what]
  const mapping = request.value.mapping ?? guessMapping(table.value.columns, fields)
  const lacking = unmapped(mapping, fields)
  if (lacking.length > 0 || !take) return good(preview(site, what, table.value, mapping, lacking))
  const taken = commit(siteId, request.value, `Read ${what} from a table`, (current) => {
    const { edits, problems } = read(current, table.value, mapping)
    return problems.length > 0 ? bad(...problems.slice(0, MOST_SHOWN).map(rowProblem)) : good(edits)
  })
  return taken.ok ? good({ ...preview(site, what, table.value, mapping, []), taken: true }) : taken
}

const rowProblem = ({ row, column, message }: RowProblem) => ({
  path: ['rows', row, column],
  code: 'row',
  message: `Row ${row}, ${column}: ${message}`,
})

function settings(form: FormData): unknown {
  const mapping = form.get('mapping')
  return {
    what: form.get('what'),
    take: form.get('take') === 'true',
    revision: Number(form.get('revision')),
    who: String(form.get('who') ?? ''),
    mapping: typeof mapping === 'string' && mapping !== '' ? parsed(mapping) : null,
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return text
  }
}

function preview(
  site: Site,
  what: CsvUpload['what'],
  table: CsvTable,
  mapping: Mapping,
  lacking: string[],
): CsvPreview {
  const { fields, read } = KINDS[what]
  const result = lacking.length > 0 ? lackingColumns(lacking) : read(site, table, mapping)
  return {
    what,
    columns: table.columns,
    firstRows: table.rows.slice(0, 4),
    rows: table.rows.length,
    separator: separatorName(table.separator),
    fields: fields.map(({ key, label, needed }: CsvField) => ({ key, label, needed })),
    mapping,
    changes: result.changes.slice(0, MOST_SHOWN),
    changeCount: result.changes.length,
    problems: result.problems.slice(0, MOST_SHOWN),
    problemCount: result.problems.length,
    unchanged: result.unchanged,
    taken: false,
  }
}

const lackingColumns = (lacking: string[]) => ({
  changes: [],
  unchanged: 0,
  problems: lacking.map((label) => ({
    row: 1,
    column: label,
    message: `No column is given for ${label}. Choose one below.`,
  })),
})
