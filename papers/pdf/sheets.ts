import PDFDocument from 'pdfkit'
import type { Figure } from '~/core/record/figure/types'
import { drawFigure } from './figure'
import { collected } from './collected'
import { Setter } from './setter'
import { mm } from './sheet'

/** Sheets whose units are mm, as a PDF of exactly that size: printed at 100 %, each label lies where it is meant to. */
export async function sheetsPdf(pages: readonly Figure[], title: string, writtenAt: string): Promise<Buffer> {
  const at = new Date(writtenAt)
  const doc = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    pdfVersion: '1.7',
    displayTitle: true,
    lang: 'en',
    info: { Title: title, Creator: 'Yard Beacon', Producer: 'Yard Beacon', CreationDate: at, ModDate: at },
  })
  const bytes = collected(doc)
  const setter = new Setter(doc)
  for (const page of pages) {
    doc.addPage({ size: [mm(page.width), mm(page.height)], margin: 0 })
    drawFigure(setter, page, 0, 0, mm(page.width))
  }
  doc.end()
  return bytes
}
