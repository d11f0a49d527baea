import { data } from 'react-router'
import type { Copy, RecordDoc } from '~/core/record'
import { onPaperThread } from '~/papers/thread'
import { isPaper } from '~/papers/pdf/sheet'
import type { Paper } from '~/papers/pdf/sheet'
import { store } from '../sites/store.server'
import { factsOf } from './facts.server'
import { sealWords } from './sign.server'

/** How far a paper is that somebody waits for. */
export interface PaperProgress {
  done: number
  of: number
  what: string
}

const MOST_JOBS = 50
const jobs = new Map<string, PaperProgress>()

export const paperProgress = (job: string): PaperProgress | null => jobs.get(job) ?? null

/** Tells the page that asked under a name of its own; without one nobody is told. */
function telling(job: string | null) {
  return (done: number, of: number, what: string): void => {
    if (!job) return
    jobs.delete(job)
    jobs.set(job, { done, of, what })
    for (const [oldest] of jobs) if (jobs.size > MOST_JOBS) jobs.delete(oldest)
  }
}

export const copyIn = (search: URLSearchParams): Copy =>
  search.get('copy') === 'customer' ? 'customer' : 'installer'

export const paperIn = (search: URLSearchParams): Paper => {
  const asked = search.get('paper') ?? 'a4'
  return isPaper(asked) ? asked : 'a4'
}

/** The page around a record is on its way by then: what the record is made of takes its time on a large site. */
const PAGE_FIRST_MS = 10

/** The record as values, composed beside the server's own work. */
export async function recordOf(siteId: string, copy: Copy): Promise<RecordDoc> {
  await new Promise((resolve) => setTimeout(resolve, PAGE_FIRST_MS))
  return onPaperThread({ kind: 'record', facts: factsOf(siteId, new Date().toISOString()), copy })
}

/** The record of now as a PDF. */
export const recordPdfOf = (
  siteId: string,
  { copy, paper, job }: { copy: Copy; paper: Paper; job: string | null },
): Promise<Uint8Array> =>
  onPaperThread({ kind: 'pdf', facts: factsOf(siteId, new Date().toISOString()), copy, paper }, telling(job))

/** A record as it was signed. */
export function signedPdfOf(siteId: string, id: string, copy: Copy, paper: Paper): Promise<Uint8Array> {
  const { handover } = store()
  const signed = handover.signed(siteId).find((one) => one.id === id)
  const kept = handover.signedBody(siteId, id)
  if (!signed || !kept) throw data('There is no such signed record here.', { status: 404 })
  const records = JSON.parse(kept.body) as Record<Copy, RecordDoc>
  return onPaperThread({
    kind: 'signedPdf',
    record: records[copy],
    paper,
    writtenAt: signed.at,
    seal: sealWords(signed),
  })
}
