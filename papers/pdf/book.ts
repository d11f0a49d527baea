import PDFDocument from 'pdfkit'
import type PDFKit from 'pdfkit'
import { INK } from '~/core/record/figure/types'
import { collected } from './collected'
import { Setter } from './setter'
import type { Setting } from './setter'
import { PAPERS } from './sheet'
import type { Paper } from './sheet'

export interface BookInfo {
  title: string
  subject: string
  /** ISO 8601: with it the same input gives the same bytes. */
  writtenAt: string
  paper: Paper
}

const MARGIN_PT = 45
const HEAD_PT = 26
const FOOT_PT = 30
const RUNNING: Setting = { face: 'plain', size: 7.5 }

type Kind = 'H1' | 'H2' | 'P' | 'Table' | 'Figure' | 'L'

/** A document that fills page after page: where the next line goes, its head and foot, bookmarks, and what a screen reader is told. */
export class Book {
  readonly doc: PDFKit.PDFDocument
  readonly setter: Setter
  readonly widthPt: number
  y = 0
  private readonly bytes: Promise<Buffer>
  private readonly heightPt: number
  /** What stands at the head of the next page. */
  running = ''

  constructor(private readonly info: BookInfo) {
    const { widthPt, heightPt } = PAPERS[info.paper]
    const at = new Date(info.writtenAt)
    this.doc = new PDFDocument({
      size: [widthPt, heightPt],
      margin: 0,
      autoFirstPage: false,
      bufferPages: true,
      pdfVersion: '1.7',
      tagged: true,
      displayTitle: true,
      lang: 'en',
      info: {
        Title: info.title,
        Subject: info.subject,
        Creator: 'Yard Beacon',
        Producer: 'Yard Beacon',
        CreationDate: at,
        ModDate: at,
      },
    })
    this.setter = new Setter(this.doc)
    this.widthPt = widthPt - 2 * MARGIN_PT
    this.heightPt = heightPt
    this.bytes = collected(this.doc)
  }

  readonly left = MARGIN_PT

  /** Where the room of a page ends. */
  get bottom(): number {
    return this.heightPt - FOOT_PT - MARGIN_PT / 2
  }

  get top(): number {
    return MARGIN_PT + HEAD_PT
  }

  /** Pages so far. */
  get pages(): number {
    const { start, count } = this.doc.bufferedPageRange()
    return start + count
  }

  page(running = this.running): void {
    this.running = running
    this.doc.addPage()
    this.y = this.top
    const y = MARGIN_PT + 8
    this.artifact(() => {
      const name = this.setter.cut(this.info.title, RUNNING, this.widthPt * 0.6)
      this.setter.line(name, this.left, y, RUNNING, INK.soft)
      const said = this.setter.cut(running, RUNNING, this.widthPt * 0.35)
      this.setter.line(
        said,
        this.left + this.widthPt - this.setter.width(said, RUNNING),
        y,
        RUNNING,
        INK.soft,
      )
      this.rule(y + 5, 0.8)
    })
  }

  /** A page without a head: the cover. */
  blankPage(): void {
    this.doc.addPage()
    this.y = MARGIN_PT
  }

  /** Goes to a new page where so much is not left. True: it did. */
  room(heightPt: number): boolean {
    if (this.y + heightPt <= this.bottom) return false
    this.page()
    return true
  }

  rule(y: number, width = 0.5, ink: string = INK.ink): void {
    this.doc
      .undash()
      .lineWidth(width)
      .moveTo(this.left, y)
      .lineTo(this.left + this.widthPt, y)
      .stroke(ink)
  }

  /** What is not read out: rules, heads and feet. */
  artifact(draw: () => void): void {
    this.doc.markContent('Artifact', { type: 'Layout' })
    draw()
    this.doc.endMarkedContent()
  }

  /** What is read out as a heading, a paragraph, a picture: on one page. */
  tagged(kind: Kind, draw: () => void, says?: string): void {
    const element = this.doc.struct(kind, says ? { alt: says } : {}, draw)
    this.doc.addStructure(element)
    element.end()
  }

  /** Lines of one setting, from page to page. */
  paragraph(text: string, setting: Setting, ink: string = INK.ink, indentPt = 0, kind: Kind = 'P'): void {
    const lead = setting.size * 1.32
    const lines = this.setter.lines(text, setting, this.widthPt - indentPt)
    for (let at = 0; at < lines.length;) {
      this.room(lead)
      const fits = Math.max(1, Math.floor((this.bottom - this.y) / lead))
      const some = lines.slice(at, at + fits)
      this.tagged(kind, () => {
        for (const line of some) {
          this.setter.line(line, this.left + indentPt, this.y + setting.size, setting, ink)
          this.y += lead
        }
      })
      at += some.length
    }
  }

  bookmark(title: string, under: PDFKit.PDFOutline = this.doc.outline): PDFKit.PDFOutline {
    return under.addItem(title)
  }

  /** Numbers the pages, and gives the bytes. `foot`: at the lower left of each page. */
  async finish(foot: string): Promise<Buffer> {
    const { start, count } = this.doc.bufferedPageRange()
    for (let i = start; i < start + count; i++) {
      this.doc.switchToPage(i)
      const y = this.heightPt - FOOT_PT
      this.artifact(() => {
        this.rule(y - 10, 0.5)
        const said = `page ${i + 1} of ${count}`
        const width = this.setter.width(said, RUNNING)
        this.setter.line(
          this.setter.cut(foot, RUNNING, this.widthPt - width - 20),
          this.left,
          y,
          RUNNING,
          INK.soft,
        )
        this.setter.line(said, this.left + this.widthPt - width, y, RUNNING, INK.soft)
      })
    }
    this.doc.end()
    return this.bytes
  }
}
