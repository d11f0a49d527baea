import { binary } from '../../server/files/download.server'
import { siteOr404 } from '../../server/derived/siteState.server'
import { copyIn, paperIn, recordPdfOf, signedPdfOf } from '../../server/record/papers.server'
import type { Route } from './+types/pdf.route'

/** The record as a PDF: of now, or as it was signed. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const { site } = siteOr404(params.siteId)
  const { searchParams } = new URL(request.url)
  const [copy, paper, signed] = [copyIn(searchParams), paperIn(searchParams), searchParams.get('signed')]
  const bytes = signed
    ? await signedPdfOf(params.siteId, signed, copy, paper)
    : await recordPdfOf(params.siteId, { copy, paper, job: searchParams.get('job') })
  return binary(site.name, `-record-${copy}.pdf`, bytes, 'application/pdf')
}
