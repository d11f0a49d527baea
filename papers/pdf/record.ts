import type { Block, RecordDoc, Section, Signature } from '~/core/record'
import { INK } from '~/core/record/figure/types'
import { Book } from './book'
import { drawFigure } from './figure'
import type { Setting } from './setter'
import type { Paper } from './sheet'
import { drawTable } from './table'

const NAME: Setting = { face: 'strong', size: 26 }
const PLACE: Setting = { face: 'plain', size: 12 }
const HEADING: Setting = { face: 'strong', size: 15 }
const TEXT: Setting = { face: 'plain', size: 9.4 }
const STRONG: Setting = { face: 'strong', size: 9.4 }
const SMALL: Setting = { face: 'plain', size: 8.4 }
const COVER_CHART_PT = 300
const MOST_FIGURE_PT = 330

export interface Printing {
  paper: Paper
  /** ISO 8601, as the record was written. */
  writtenAt: string
  /** What is printed at the foot of every page besides: the mark of a signed record. */
  seal?: string
  onSection?: (done: number, of: number, title: string) => void
}

/** The record as a PDF: cover, then section after section. The same record gives the same bytes. */
export async function recordPdf(record: RecordDoc, printing: Printing): Promise<Buffer> {
  const { paper, writtenAt, seal, onSection } = printing
  const book = new Book({
    title: `${record.siteName}, record`,
    subject: `Revision ${record.revision}, copy for the ${record.copy}`,
    writtenAt,
    paper,
  })
  const contents = cover(book, record)
  const pages: number[] = []
  record.sections.forEach((section, i) => {
    pages.push(drawSection(book, section, i === 0))
    onSection?.(i + 1, record.sections.length, section.title)
  })
  fillContents(book, contents, record.sections, pages)
  return book.finish(
    [`Revision ${record.revision}, written ${record.written}. Copy for the ${record.copy}.`, seal]
      .filter(Boolean)
      .join(' '),
  )
}

interface Contents {
  y: number
}

/** Two frames as on a chart, the name of the site, what it is a record of, and the chart of its level with most gear. */
function cover(book: Book, record: RecordDoc): Contents {
  const { doc, setter } = book
  book.blankPage()
  book.bookmark('Cover')
  const [x, width] = [book.left, book.widthPt]
  book.y += 16
  const top = book.y - 10
  book.tagged('H1', () => {
    for (const line of setter.lines(record.siteName, NAME, width - 40).slice(0, MOST_NAME_LINES)) {
      setter.line(line, x + 20, book.y + NAME.size, NAME, INK.ink)
      book.y += NAME.size * 1.2
    }
  })
  book.y += 4
  book.tagged('P', () => {
    for (const line of setter.lines(record.place, PLACE, width - 40).slice(0, MOST_NAME_LINES)) {
      setter.line(line, x + 20, book.y + PLACE.size, PLACE, INK.soft)
      book.y += PLACE.size * 1.3
    }
  })
  book.y += 10
  const half = (width - 40) / 2
  record.facts.forEach(([name, value], i) => {
    const column = i % 2
    const y = book.y + Math.floor(i / 2) * 15
    book.tagged('P', () => {
      setter.line(name, x + 20 + column * half, y + 9, SMALL, INK.soft)
      setter.line(setter.cut(value, STRONG, half - 100), x + 20 + column * half + 95, y + 9, STRONG, INK.ink)
    })
  })
  book.y += Math.ceil(record.facts.length / 2) * 15 + 12
  book.artifact(() => {
    doc
      .undash()
      .strokeColor(INK.ink)
      .lineWidth(2)
      .rect(x, top, width, book.y - top)
      .stroke()
    doc
      .lineWidth(0.6)
      .rect(x + 4, top + 4, width - 8, book.y - top - 8)
      .stroke()
  })
  book.y += 16
  const { chart } = record
  if (chart) {
    const wide = Math.min(width, (COVER_CHART_PT / chart.height) * chart.width)
    const high = (wide / chart.width) * chart.height
    book.tagged('Figure', () => drawFigure(setter, chart, x + (width - wide) / 2, book.y, wide), chart.says)
    book.artifact(() => {
      doc.undash().strokeColor(INK.ink).lineWidth(0.8)
      doc.rect(x + (width - wide) / 2, book.y, wide, high).stroke()
    })
    book.y += high + 3
    book.paragraph(record.chartSays, SMALL, INK.soft)
    book.y += 12
  }
  return { y: book.y }
}

const MOST_NAME_LINES = 5

/** Titles and pages on the cover, in two columns. */
function fillContents(
  book: Book,
  { y }: Contents,
  sections: readonly Section[],
  pages: readonly number[],
): void {
  const rows = Math.ceil(sections.length / 2)
  const half = book.widthPt / 2
  if (y + rows * 14 > book.bottom + 20) return
  book.doc.switchToPage(0)
  sections.forEach(({ title }, i) => {
    const x = book.left + Math.floor(i / rows) * half
    const at = y + (i % rows) * 14 + 10
    const page = String(pages[i] ?? '')
    book.tagged('P', () => {
      book.setter.line(title, x, at, TEXT, INK.ink)
      book.setter.line(page, x + half - 24 - book.setter.width(page, TEXT), at, TEXT, INK.ink)
    })
    book.artifact(() =>
      book.doc
        .lineWidth(0.5)
        .dash(1, { space: 3 })
        .moveTo(x + book.setter.width(title, TEXT) + 6, at)
        .lineTo(x + half - 32 - book.setter.width(page, TEXT), at)
        .stroke(INK.line)
        .undash(),
    )
  })
}

/** Gives the page on which it begins. */
function drawSection(book: Book, section: Section, isFirst: boolean): number {
  if (isFirst || book.y + 120 > book.bottom) book.page(section.title)
  else book.y += 14
  book.running = section.title
  const page = book.pages
  const mark = book.bookmark(section.title)
  book.tagged('H1', () => {
    book.setter.line(section.title, book.left, book.y + HEADING.size, HEADING, INK.ink)
    book.y += HEADING.size * 1.3
  })
  book.artifact(() => book.rule(book.y, 1.6))
  book.y += 8
  for (const block of section.blocks) {
    if (block.kind === 'table' && block.title) {
      book.room(90)
      book.bookmark(block.title, mark)
    }
    drawBlock(book, block)
  }
  return page
}

function drawBlock(book: Book, block: Block): void {
  switch (block.kind) {
    case 'text':
      book.paragraph(
        block.text,
        block.tone === 'strong' ? STRONG : TEXT,
        block.tone === 'soft' ? INK.soft : block.tone === 'caution' ? INK.caution : INK.ink,
      )
      book.y += 5
      return
    case 'list':
      for (const item of block.items) {
        book.room(TEXT.size * 1.32)
        const y = book.y
        book.artifact(() => book.doc.circle(book.left + 4, y + 6, 1.3).fill(INK.ink))
        book.paragraph(item, TEXT, INK.ink, 12, 'L')
        book.y += 2
      }
      book.y += 5
      return
    case 'table':
      return drawTable(book, block)
    case 'figure':
      return picture(book, block)
    case 'signatures':
      return signatures(book, block.lines)
  }
}

function picture(book: Book, { figure, title }: Extract<Block, { kind: 'figure' }>): void {
  const scale = Math.min(
    book.widthPt / figure.width,
    MOST_FIGURE_PT / figure.height,
    figure.isFramed ? Infinity : 1,
  )
  const [wide, high] = [figure.width * scale, figure.height * scale]
  const isBar = figure.height < 30
  book.room(high + 26)
  const y = book.y
  book.tagged('Figure', () => drawFigure(book.setter, figure, book.left, y, wide), figure.says)
  if (figure.isFramed)
    book.artifact(() => {
      book.doc.undash().lineWidth(0.8).rect(book.left, y, wide, high).stroke(INK.ink)
    })
  book.y += high + 4
  book.paragraph(title, SMALL, INK.soft)
  book.y += isBar ? 4 : 8
}

function signatures(book: Book, lines: readonly Signature[]): void {
  const gap = 24
  const width = (book.widthPt - gap * (lines.length - 1)) / lines.length
  book.room(120)
  const y = book.y
  lines.forEach(({ role, name, at, strokes }, i) => {
    const x = book.left + i * (width + gap)
    book.artifact(() => {
      for (const stroke of strokes) {
        stroke.forEach(([sx, sy], n) => {
          const [px, py] = [x + sx * width, y + sy * width]
          if (n === 0) book.doc.moveTo(px, py)
          else book.doc.lineTo(px, py)
        })
        book.doc.undash().lineWidth(1).stroke(INK.ink)
      }
      book.doc
        .undash()
        .lineWidth(0.8)
        .moveTo(x, y + 82)
        .lineTo(x + width, y + 82)
        .stroke(INK.ink)
    })
    book.tagged('P', () => {
      const said = [name, at].filter(Boolean).join(', ')
      if (said) book.setter.line(book.setter.cut(said, STRONG, width), x, y + 76, STRONG, INK.ink)
      book.setter.line(said ? role : `${role} (name, date)`, x, y + 94, SMALL, INK.soft)
    })
  })
  book.y = y + 110
}
