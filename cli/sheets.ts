import type { Outcome } from '~/core/lib/outcome'
import { withoutSecrets } from '~/core/plan'
import {
  cardPages,
  figureSvg,
  isLabelKind,
  isLabelSheet,
  joinCards,
  labelPages,
  LABEL_KINDS,
  LABEL_SHEETS,
  labelsOf,
  pageCards,
} from '~/core/record'
import type { Figure } from '~/core/record'
import { PAPERS } from '~/papers/pdf/sheet'
import { sheetsPdf } from '~/papers/pdf/sheets'
import { paperOf, withBrought } from './brought'
import { writeOut } from './files'
import type { Command, Options } from './options'
import { badInput, USAGE_ERROR, written } from './output'
import type { Output } from './output'

/** `labels FILE`: for gear, cables or ports. */
export const labelsCommand: Command = (files, options) =>
  withBrought(files, ({ site }) => {
    const { kind = 'devices', sheet = 'a4-24', first = '1' } = options
    const refuse = (field: string, given: string, accepted: readonly string[]) =>
      badInput([
        {
          path: [field],
          code: field,
          message: `--${field} ${given} is not known. Accepted: ${accepted.join(', ')}.`,
        },
      ])
    if (!isLabelKind(kind)) return refuse('kind', kind, Object.keys(LABEL_KINDS))
    if (!isLabelSheet(sheet)) return refuse('sheet', sheet, Object.keys(LABEL_SHEETS))
    const pages = labelPages(labelsOf(withoutSecrets(site), kind), LABEL_SHEETS[sheet], Number(first))
    return writePages(pages, `${site.name} ${kind}`, options)
  })

/** `cards FILE`: to join by, or to open pages by. */
export const cardsCommand: Command = (files, options) =>
  withBrought(files, ({ site }) => {
    const paper = paperOf(options)
    if (!paper.ok) return badInput(paper.problems)
    const { widthPt, heightPt } = PAPERS[paper.value]
    const page = { widthMm: (widthPt / 72) * 25.4, heightMm: (heightPt / 72) * 25.4 }
    const withKeys = options.keys === true
    const cards = options.pages ? pageCards(withoutSecrets(site)) : joinCards(site, withKeys)
    return writePages({ ok: true, value: cardPages(cards, page) }, `${site.name} cards`, options, withKeys)
  })

async function writePages(
  pages: Outcome<Figure[]>,
  title: string,
  { pdf, svg }: Options,
  isSecret = false,
): Promise<Output> {
  if (!pages.ok) return badInput(pages.problems)
  const [first] = pages.value
  if (!first) return badInput([USAGE_ERROR('The plan has nothing to print for that yet.')])
  if (svg !== undefined) {
    const text = figureSvg(first, 'mm')
    const out = writeOut(svg, text, isSecret)
    return out.ok ? written(svg, text.length, `sheet 1 of ${pages.value.length}`) : badInput(out.problems)
  }
  if (pdf === undefined) return badInput([USAGE_ERROR('Where to? Give --pdf FILE or --svg FILE.')])
  const bytes = await sheetsPdf(pages.value, title, new Date().toISOString())
  const out = writeOut(pdf, bytes, isSecret)
  return out.ok ? written(pdf, bytes.length, `${pages.value.length} sheets`) : badInput(out.problems)
}
