/**
 * The record's PDFs as other programs read them: qpdf 11 (structure), poppler-utils 22 (text, fonts, sizes, pictures).
 * Sizes of paper: ISO 216 (A4: 210 × 297 mm); ANSI/ASME Y14.1 (Letter: 8.5 × 11 in).
 */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Site } from '~/core/plan'
import { wordsOf } from '~/core/record'
import type { Copy } from '~/core/record'
import { recordPdf } from '~/papers/pdf/record'
import type { Paper } from '~/papers/pdf/sheet'
import { FileFolder } from '~/tests/kit/fileFolder'
import { demoFile } from '~/tests/kit/listed'
import { MOMENT, someHistory, wholeRecordOf } from '~/tests/kit/records'
import { must, testWith } from '~/tests/real/programs'

const folder = new FileFolder()
afterAll(folder.remove)

async function printed(site: Site, copy: Copy, paper: Paper, withHistory = false) {
  const record = wholeRecordOf(site, copy, withHistory ? someHistory(site) : undefined)
  const bytes = await recordPdf(record, { paper, writtenAt: MOMENT.writtenAt })
  const file = join(folder.path, `${Math.random()}.pdf`)
  writeFileSync(file, bytes)
  return { record, bytes, file }
}

/** Where a line breaks says nothing: blanks are left out on both sides. */
const bare = (text: string) => text.normalize('NFC').replace(/\s+/g, '')
const textOf = (file: string) => bare(must('pdftotext', ['-raw', file, '-']))

describe.each(['tern-quay', 'long-mole', 'larch-hollow'] as const)('the record of %s', (name) => {
  testWith(['qpdf', 'pdftotext'])(
    'every text of both copies stands in its PDF, and the PDF is sound',
    async () => {
      const site = demoFile(name)
      for (const copy of ['customer', 'installer'] as const) {
        const { record, file } = await printed(site, copy, 'a4', true)
        must('qpdf', ['--check', file])
        const text = textOf(file)
        // The head and foot of a page may stand between two halves of a row.
        const missing = wordsOf(record).filter((word) => !text.includes(bare(word)))
        expect({ name, copy, missing }).toEqual({ name, copy, missing: [] })
      }
    },
  )
})

testWith(['pdfinfo', 'pdffonts'])(
  'sizes of paper, fonts inside, tagged, with its title; the same bytes twice',
  async () => {
    const site = demoFile('two-ovens')
    const [a4, letter, again] = [
      await printed(site, 'installer', 'a4'),
      await printed(site, 'installer', 'letter'),
      await printed(site, 'installer', 'a4'),
    ]
    const [widthPt, heightPt] = [(210 / 25.4) * 72, (297 / 25.4) * 72]
    const said = must('pdfinfo', [a4.file])
    const size = /Page size: +([\d.]+) x ([\d.]+) pts/.exec(said)!
    expect(Number(size[1])).toBeCloseTo(widthPt, 1)
    expect(Number(size[2])).toBeCloseTo(heightPt, 1)
    expect(said).toMatch(/Title: +Two Ovens Bakery, record/)
    expect(said).toMatch(/Tagged: +yes/)
    expect(must('pdfinfo', [letter.file])).toMatch(/Page size: +612 x 792 pts \(letter\)/)
    const fonts = must('pdffonts', [a4.file]).split('\n').slice(2).filter(Boolean)
    expect(fonts.length).toBeGreaterThan(0)
    for (const font of fonts) expect(font).toMatch(/ yes yes yes +\d+ +\d+$/)
    expect(again.bytes.equals(a4.bytes)).toBe(true)
  },
)

testWith(['qpdf', 'pdftotext'])('bookmarks name every section; each page its number', async () => {
  const { record, file } = await printed(demoFile('two-ovens'), 'installer', 'a4')
  const outlines = (
    JSON.parse(must('qpdf', ['--json=2', '--json-key=outlines', file])) as {
      outlines: { title: string }[]
    }
  ).outlines.map(({ title }) => title)
  expect(outlines).toEqual(['Cover', ...record.sections.map(({ title }) => title)])
  const pages = Number(/Pages: +(\d+)/.exec(must('pdfinfo', [file]))![1])
  for (let page = 1; page <= pages; page++)
    expect(must('pdftotext', ['-f', `${page}`, '-l', `${page}`, file, '-'])).toContain(
      `page ${page} of ${pages}`,
    )
})

/** Names that people give, and that break programs: long, from the right, pictures, another alphabet, one that no font has. */
const NAMES = {
  long: `${'Far end of the very long quay '.repeat(7)}`.slice(0, 200).trim(),
  unbroken: 'Q'.repeat(200),
  hebrew: 'נמל הצפון',
  arabic: 'ميناء الشمال',
  emoji: 'Harbour ⚓ café 😀',
  greek: 'Λιμάνι Ωμέγα',
  cyrillic: 'Причал №7',
  none: 'Dock 東',
}

testWith(['qpdf', 'pdftotext'])(
  'long names, names from the right, emoji: whole in the text, nothing drawn over the edge',
  async () => {
    const site = demoFile('two-ovens')
    const names = Object.values(NAMES)
    const odd: Site = {
      ...site,
      name: NAMES.unbroken,
      place: NAMES.long,
      devices: site.devices.map((device, i) => ({
        ...device,
        name: names[i % names.length]!,
        place: NAMES.emoji,
      })),
    }
    const { file } = await printed(odd, 'installer', 'a4')
    must('qpdf', ['--check', file])
    const text = textOf(file)
    for (const name of [NAMES.long, NAMES.unbroken, NAMES.emoji, NAMES.greek, NAMES.cyrillic])
      expect(text).toContain(bare(name))
    // As it is laid out: poppler puts ligatures apart and words in the order of reading again.
    const laidOut = bare(
      must('pdftotext', [file, '-'])
        .replace(/[\u202a-\u202e]/g, '')
        .normalize('NFKC'),
    )
    for (const name of [NAMES.hebrew, NAMES.arabic]) expect(laidOut).toContain(bare(name))
    // No font has it: its number stands for it.
    expect(text).toContain('Dock[U+6771]')
    const boxes = must('pdftotext', ['-bbox', file, '-'])
    const wide = [...boxes.matchAll(/xMax="([\d.]+)"/g)].map(([, x]) => Number(x))
    expect(Math.max(...wide)).toBeLessThanOrEqual((210 / 25.4) * 72 - 40)
  },
)

testWith(['pdftoppm'])('what is drawn can be drawn: no page is empty', async () => {
  const { file } = await printed(demoFile('larch-hollow'), 'installer', 'letter')
  must('pdftoppm', ['-r', '20', '-gray', file, join(folder.path, 'page')])
  const pages = must('sh', ['-c', `ls ${folder.path}/page*.pgm`])
    .trim()
    .split('\n')
  for (const page of pages) {
    const dark = must('python3', [
      '-c',
      'import sys; d=open(sys.argv[1],"rb").read(); print(sum(1 for b in d[20:] if b < 128))',
      page,
    ])
    expect(Number(dark)).toBeGreaterThan(40)
  }
})
