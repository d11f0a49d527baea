import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
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
import { siteOr404 } from '../derived/siteState.server'
import { withoutSecrets } from '~/core/plan'
import { paperIn } from './papers.server'
import { PAPERS } from '~/papers/pdf/sheet'

/** Loaded when the first sheet is asked for: the server starts half a second sooner without it. */
const printing = () => import('~/papers/pdf/sheets')

export interface Sheets {
  name: string
  bytes: Uint8Array
  type: 'application/pdf' | 'image/svg+xml'
}

/** Labels on sheets of a stated size, from the first free one; as a PDF, or one sheet as an SVG. */
export async function labelSheets(siteId: string, search: URLSearchParams): Promise<Outcome<Sheets>> {
  const { site } = siteOr404(siteId)
  const [kind, sheet] = [search.get('kind') ?? 'devices', search.get('sheet') ?? 'a4-24']
  const refuse = (path: string, message: string) => bad({ path: [path], code: 'labels', message })
  if (!isLabelKind(kind))
    return refuse('kind', `“${kind}” is no sort of label. Accepted: ${Object.keys(LABEL_KINDS).join(', ')}.`)
  if (!isLabelSheet(sheet))
    return refuse('sheet', `“${sheet}” is no sheet. Accepted: ${Object.keys(LABEL_SHEETS).join(', ')}.`)
  const labels = labelsOf(withoutSecrets(site), kind)
  if (labels.length === 0) return refuse('kind', 'The plan has nothing to label yet.')
  const pages = labelPages(labels, LABEL_SHEETS[sheet], Number(search.get('start') ?? 1))
  return pages.ok ? asFile(pages.value, `${site.name} ${kind}`, search) : pages
}

/** Cards to join by, and to open pages by. Keys stand on them only where they are asked for. */
export async function cardSheets(siteId: string, search: URLSearchParams): Promise<Outcome<Sheets>> {
  const { site } = siteOr404(siteId)
  const withKeys = search.get('keys') === 'included'
  const cards = search.get('what') === 'pages' ? pageCards(withoutSecrets(site)) : joinCards(site, withKeys)
  if (cards.length === 0)
    return bad({ path: ['what'], code: 'cards.none', message: 'The plan has nothing for a card yet.' })
  const { widthPt, heightPt } = PAPERS[paperIn(search)]
  const toMm = (pt: number) => (pt / 72) * 25.4
  return asFile(
    cardPages(cards, { widthMm: toMm(widthPt), heightMm: toMm(heightPt) }),
    `${site.name} cards`,
    search,
  )
}

async function asFile(
  pages: readonly Figure[],
  name: string,
  search: URLSearchParams,
): Promise<Outcome<Sheets>> {
  if (search.get('as') !== 'svg')
    return good({
      name,
      type: 'application/pdf',
      bytes: await (await printing()).sheetsPdf(pages, name, new Date().toISOString()),
    })
  const asked = Number(search.get('page') ?? 1)
  const page = pages[asked - 1]
  if (!page)
    return bad({
      path: ['page'],
      code: 'page',
      message: `There is no sheet ${search.get('page') ?? ''}; there are ${pages.length}.`,
    })
  return good({ name, type: 'image/svg+xml', bytes: new TextEncoder().encode(figureSvg(page, 'mm')) })
}
