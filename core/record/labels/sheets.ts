import { bad, good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'

/** A sheet of labels, mm: how large the paper and each label are, how many there are, and where the first one lies. */
export interface LabelSheet {
  pageWidthMm: number
  pageHeightMm: number
  columns: number
  rows: number
  labelWidthMm: number
  labelHeightMm: number
  leftMm: number
  topMm: number
  /** Between two labels beside and below each other. */
  gapXMm: number
  gapYMm: number
}

const A4 = { pageWidthMm: 210, pageHeightMm: 297 }
const LETTER = { pageWidthMm: 215.9, pageHeightMm: 279.4 }

/** Sizes that sheets come in, by what they measure. Measure your own first: common practice, no source. */
export const LABEL_SHEETS = {
  'a4-24': sheet('A4, 24 labels of 64 × 34 mm', A4, [3, 8], [64, 34], [6.5, 12.5], [2.5, 0]),
  'a4-40': sheet('A4, 40 labels of 48 × 25 mm', A4, [4, 10], [48.5, 25.4], [8, 21.5], [0, 0]),
  'a4-65': sheet('A4, 65 labels of 38 × 21 mm', A4, [5, 13], [38.1, 21.2], [4.75, 10.7], [2.5, 0]),
  'letter-30': sheet('Letter, 30 labels of 66 × 25 mm', LETTER, [3, 10], [66.6, 25.4], [4.8, 12.7], [3.2, 0]),
} as const
export type LabelSheetId = keyof typeof LABEL_SHEETS
export const isLabelSheet = (text: string): text is LabelSheetId => text in LABEL_SHEETS

function sheet(
  name: string,
  page: Pick<LabelSheet, 'pageWidthMm' | 'pageHeightMm'>,
  [columns, rows]: readonly [number, number],
  [labelWidthMm, labelHeightMm]: readonly [number, number],
  [leftMm, topMm]: readonly [number, number],
  [gapXMm, gapYMm]: readonly [number, number],
): LabelSheet & { name: string } {
  return { name, ...page, columns, rows, labelWidthMm, labelHeightMm, leftMm, topMm, gapXMm, gapYMm }
}

/** Smaller than this nothing can be read on a label. */
const LEAST = { widthMm: 15, heightMm: 8 }

/** What is wrong with a sheet, each problem by its field; and with where to begin on it. */
export function sheetProblems(given: LabelSheet, start: number): Problem[] {
  const { columns, rows, labelWidthMm, labelHeightMm, leftMm, topMm, gapXMm, gapYMm } = given
  const problems: Problem[] = []
  const say = (field: string, message: string) =>
    problems.push({ path: [field], code: 'labels.sheet', message })
  for (const [field, value] of Object.entries({ columns, rows }))
    if (!Number.isInteger(value) || value < 1 || value > 40)
      say(field, `${field} is ${value}; accepted is a whole number from 1 to 40.`)
  for (const [field, value] of Object.entries({ leftMm, topMm, gapXMm, gapYMm }))
    if (!(value >= 0 && value <= 100)) say(field, `${field} is ${value}; accepted is 0 to 100 mm.`)
  if (!(labelWidthMm >= LEAST.widthMm))
    say('labelWidthMm', `A label is ${labelWidthMm} mm wide; accepted is ${LEAST.widthMm} mm or more.`)
  if (!(labelHeightMm >= LEAST.heightMm))
    say('labelHeightMm', `A label is ${labelHeightMm} mm high; accepted is ${LEAST.heightMm} mm or more.`)
  if (problems.length > 0) return problems
  const wide = leftMm + columns * labelWidthMm + (columns - 1) * gapXMm
  const high = topMm + rows * labelHeightMm + (rows - 1) * gapYMm
  if (wide > given.pageWidthMm + 0.05)
    say(
      'columns',
      `${columns} labels beside each other reach ${wide.toFixed(1)} mm; the sheet has ${given.pageWidthMm} mm.`,
    )
  if (high > given.pageHeightMm + 0.05)
    say(
      'rows',
      `${rows} labels below each other reach ${high.toFixed(1)} mm; the sheet has ${given.pageHeightMm} mm.`,
    )
  const room = columns * rows
  if (!Number.isInteger(start) || start < 1 || start > room)
    say('start', `The first free label is said to be number ${start}; this sheet has 1 to ${room}.`)
  return problems
}

/** Where labels lie, page by page, the upper left corner of each in mm, row by row from the first free one. */
export function placesOn(
  given: LabelSheet,
  count: number,
  start: number,
): Outcome<(readonly [number, number])[][]> {
  const problems = sheetProblems(given, start)
  if (problems.length > 0) return bad(...problems)
  const room = given.columns * given.rows
  const pages: (readonly [number, number])[][] = []
  for (let i = 0; i < count; i++) {
    const slot = start - 1 + i
    const page = (pages[Math.floor(slot / room)] ??= [])
    const at = slot % room
    page.push([
      given.leftMm + (at % given.columns) * (given.labelWidthMm + given.gapXMm),
      given.topMm + Math.floor(at / given.columns) * (given.labelHeightMm + given.gapYMm),
    ])
  }
  return good(pages)
}
