import type { Block, Cell, Column, RichCell } from '~/core/record'
import { INK } from '~/core/record/figure/types'
import type { Book } from './book'
import { drawFlag } from './figure'
import type { Setting } from './setter'

type Table = Extract<Block, { kind: 'table' }>

const TEXT: Setting = { face: 'plain', size: 8.4 }
const STRONG: Setting = { face: 'strong', size: 8.4 }
const CODE: Setting = { face: 'code', size: 7.8 }
const HEAD: Setting = { face: 'strong', size: 7.4 }
const TITLE: Setting = { face: 'strong', size: 9.4 }
const LEAD = 10.8
const PAD = { x: 4, y: 3 }
const FLAG_PT = 6.6

const rich = (cell: Cell): RichCell => (typeof cell === 'string' ? { text: cell } : cell)

/** A stretch of a cell: a text, or the flag of a network before its name. */
interface Piece {
  text: string
  flagOf: number | null
  width: number
}

interface Laid {
  lines: Piece[][]
  setting: Setting
  ink: string
}

/** A table that goes on from page to page with its head, no row torn apart unless it is longer than a page. */
export function drawTable(book: Book, table: Table): void {
  const { columns, rows, title, empty } = table
  if (title) {
    book.room(70)
    book.y += 4
    book.paragraph(title, TITLE, INK.ink, 0, 'H2')
    book.y += 2
  }
  if (rows.length === 0) {
    book.paragraph(empty, TEXT, INK.soft)
    book.y += 6
    return
  }
  const widths = widthsOf(columns, book.widthPt)
  const laid = rows.map((row) => row.map((cell, i) => lay(book, rich(cell), columns[i], widths[i] ?? 0)))
  head(book, columns, widths, heightOf(laid[0] ?? []))
  for (const row of laid) drawRow(book, row, columns, widths)
  book.y += 8
}

const widthsOf = (columns: readonly Column[], widthPt: number): number[] => {
  const all = columns.reduce((sum, { share }) => sum + share, 0)
  return columns.map(({ share }) => (share / all) * widthPt)
}

const heightOf = (row: readonly Laid[]): number =>
  Math.max(1, ...row.map(({ lines }) => lines.length)) * LEAD + 2 * PAD.y

function lay(book: Book, { text, flags, tone }: RichCell, column: Column | undefined, widthPt: number): Laid {
  const setting = column?.isCode ? CODE : tone === 'strong' ? STRONG : TEXT
  const room = widthPt - 2 * PAD.x
  const lines: Piece[][] = book.setter
    .lines(text, setting, room)
    .map((line) => [{ text: line, flagOf: null, width: book.setter.width(line, setting) }])
  let line: Piece[] = []
  let used = 0
  for (const { vlanId, label } of flags ?? []) {
    const cloth = (FLAG_PT * 4) / 3 + 3
    const said = book.setter.cut(label, setting, room - cloth)
    const width = cloth + book.setter.width(said, setting) + 7
    if (used > 0 && used + width - 7 > room) {
      lines.push(line)
      line = []
      used = 0
    }
    line.push({ text: said, flagOf: vlanId, width })
    used += width
  }
  if (line.length > 0) lines.push(line)
  const ink = tone === 'soft' ? INK.soft : tone === 'caution' ? INK.caution : INK.ink
  return { lines, setting, ink }
}

function head(book: Book, columns: readonly Column[], widths: readonly number[], firstRowPt: number): void {
  const titles = columns.map(({ title }, i) => book.setter.lines(title, HEAD, (widths[i] ?? 0) - 2 * PAD.x))
  const height = Math.max(...titles.map(({ length }) => length)) * 9 + PAD.y + 2
  book.room(height + Math.min(firstRowPt, book.bottom - book.top - height))
  const y = book.y
  let x = book.left
  book.tagged('P', () =>
    titles.forEach((lines, i) => {
      const width = widths[i] ?? 0
      lines.forEach((line, n) => {
        const shift = columns[i]?.align === 'right' ? width - 2 * PAD.x - book.setter.width(line, HEAD) : 0
        book.setter.line(line, x + PAD.x + shift, y + HEAD.size + n * 9, HEAD, INK.soft)
      })
      x += width
    }),
  )
  book.y += height
  book.artifact(() => book.rule(book.y, 0.9))
}

function drawRow(
  book: Book,
  row: readonly Laid[],
  columns: readonly Column[],
  widths: readonly number[],
): void {
  let rest = row
  for (;;) {
    const height = heightOf(rest)
    const most = book.bottom - book.top - 30
    if (book.y + Math.min(height, most) > book.bottom) {
      book.page()
      head(book, columns, widths, 0)
    }
    const fits = Math.max(1, Math.floor((book.bottom - book.y - 2 * PAD.y) / LEAD))
    const now = rest.map((cell) => ({ ...cell, lines: cell.lines.slice(0, fits) }))
    const y = book.y
    book.tagged('P', () => drawCells(book, now, columns, widths, y))
    book.y += heightOf(now)
    rest = rest.map((cell) => ({ ...cell, lines: cell.lines.slice(fits) }))
    if (rest.every(({ lines }) => lines.length === 0)) break
  }
  book.artifact(() => book.rule(book.y, 0.4, INK.line))
}

function drawCells(
  book: Book,
  cells: readonly Laid[],
  columns: readonly Column[],
  widths: readonly number[],
  y: number,
): void {
  let x = book.left
  cells.forEach(({ lines, setting, ink }, i) => {
    const width = widths[i] ?? 0
    lines.forEach((pieces, n) => {
      const baseline = y + PAD.y + 8 + n * LEAD
      const all = pieces.reduce((sum, piece) => sum + piece.width, 0)
      let at = x + PAD.x + (columns[i]?.align === 'right' ? width - 2 * PAD.x - all : 0)
      for (const piece of pieces) {
        const shift = piece.flagOf === null ? 0 : (FLAG_PT * 4) / 3 + 3
        if (piece.flagOf !== null) drawFlag(book.setter, piece.flagOf, at, baseline - FLAG_PT + 0.6, FLAG_PT)
        book.setter.line(piece.text, at + shift, baseline, setting, ink)
        at += piece.width
      }
    })
    x += width
  })
}
