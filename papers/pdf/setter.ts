import type PDFKit from 'pdfkit'
import { openFont } from '../fonts'
import type { Face } from '../fonts'
import { runsOf, settable } from './runs'
import type { Run } from './runs'

export interface Setting {
  face: Face
  /** Points. */
  size: number
}

const MOST_KEPT = 20_000

/** Sets texts in a document: which font has which sign, how wide it runs, where it breaks. */
export class Setter {
  private readonly registered = new Set<string>()
  private readonly widths = new Map<string, number>()

  constructor(readonly doc: PDFKit.PDFDocument) {}

  private use(font: string, size: number): void {
    if (!this.registered.has(font)) {
      this.doc.registerFont(font, openFont(font).bytes)
      this.registered.add(font)
    }
    this.doc.font(font).fontSize(size)
  }

  private runWidth({ font, text }: Run, size: number): number {
    const key = `${font} ${text}`
    let em = this.widths.get(key)
    if (em === undefined) {
      this.use(font, 100)
      em = this.doc.widthOfString(text) / 100
      if (this.widths.size > MOST_KEPT) this.widths.clear()
      this.widths.set(key, em)
    }
    return em * size
  }

  /** Of one line, in points. */
  width(text: string, { face, size }: Setting): number {
    return runsOf(text, face).reduce((sum, run) => sum + this.runWidth(run, size), 0)
  }

  /** A text in lines that fit: broken at blanks, and within a word that is wider than the line. */
  lines(text: string, setting: Setting, widthPt: number): string[] {
    const clean = settable(text, setting.face)
    if (clean === '') return []
    const lines: string[] = []
    let line = ''
    for (const word of clean.split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`
      if (this.width(longer, setting) <= widthPt) {
        line = longer
        continue
      }
      if (line !== '') lines.push(line)
      const pieces = this.pieces(word, setting, widthPt)
      lines.push(...pieces.slice(0, -1))
      line = pieces.at(-1) ?? ''
    }
    return line === '' ? lines : [...lines, line]
  }

  private pieces(word: string, setting: Setting, widthPt: number): string[] {
    if (this.width(word, setting) <= widthPt) return [word]
    const pieces: string[] = []
    let piece = ''
    for (const sign of word) {
      if (piece !== '' && this.width(piece + sign, setting) > widthPt) {
        pieces.push(piece)
        piece = ''
      }
      piece += sign
    }
    return [...pieces, piece]
  }

  /** One line with its foot on `baseline`. */
  line(text: string, x: number, baseline: number, { face, size }: Setting, ink: string): void {
    let at = x
    for (const run of runsOf(settable(text, face), face)) {
      const width = this.runWidth(run, size)
      this.use(run.font, size)
      this.doc.fillColor(ink).text(run.text, at, baseline, { lineBreak: false, baseline: 'alphabetic' })
      at += width
    }
  }

  /** The same, cut where it would run over. */
  cut(text: string, setting: Setting, widthPt: number): string {
    const clean = settable(text, setting.face)
    if (this.width(clean, setting) <= widthPt) return clean
    const signs = [...clean]
    let keep = signs.length
    while (keep > 0 && this.width(`${signs.slice(0, keep).join('')}…`, setting) > widthPt) keep--
    return `${signs.slice(0, keep).join('')}…`
  }
}
