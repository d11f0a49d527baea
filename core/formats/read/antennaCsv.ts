import { bad, good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import { readCut } from '../../radio/propagation'
import type { Cut } from '../../radio/propagation'
import { readCsv } from '../tables/csv'

/** Both cuts of an antenna: round the horizon, and up and down along its axis. */
export interface AntennaTable {
  horizontal: Cut
  vertical: Cut
}

const number = (cell: string | undefined): number | null => {
  const text = (cell ?? '').replace(',', '.').trim()
  return text === '' || !Number.isFinite(Number(text)) ? null : Number(text)
}

/**
 * An antenna from a table: angle in degrees, then gain in dB for the horizontal cut and, in a third column, for the
 * vertical one (0° along the axis, positive downwards). Without a third column the vertical cut is taken as even.
 */
export function readAntennaCsv(text: string): Outcome<AntennaTable> {
  const table = readCsv(text)
  if (!table.ok) return table
  const problems: Problem[] = []
  const rows = table.value.rows.map((cells, i) => {
    const line = i + 2
    const [deg, horizontal, vertical] = [number(cells[0]), number(cells[1]), number(cells[2])]
    if (deg === null)
      problems.push({
        path: [line],
        code: 'antenna.angle',
        message: `Line ${line}: “${cells[0] ?? ''}” is no angle in degrees.`,
      })
    return { line, deg, horizontal, vertical }
  })
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, 5) }
  const cut = (pick: 'horizontal' | 'vertical') =>
    rows.flatMap(({ line, deg, [pick]: db }) => (deg !== null && db !== null ? [{ line, deg, db }] : []))
  const horizontal = readCut(cut('horizontal'))
  if (!horizontal.ok) return horizontal
  const upright = cut('vertical')
  if (upright.length === 0) return good({ horizontal: horizontal.value, vertical: [] })
  const vertical = readCut(upright)
  if (!vertical.ok)
    return bad(...vertical.problems.map((one) => ({ ...one, message: `Vertical cut: ${one.message}` })))
  return good({ horizontal: horizontal.value, vertical: vertical.value })
}
