import { existsSync, readFileSync } from 'node:fs'
import { Worker } from 'node:worker_threads'
import { findings } from '~/core/judge/findings'
import type { Site } from '~/core/plan'
import { factsFrom, joinCards, cardPages, labelPages, LABEL_SHEETS, labelsOf, noHistory } from '~/core/record'
import type { RecordFacts } from '~/core/record'
import { sheetsPdf } from '~/papers/pdf/sheets'
import type { FromPaperWorker, ToPaperWorker } from '~/papers/worker'
import { readSiteFile } from '~/schema/siteFile'
import { grownYard } from './grownYard'

type Row = (...cells: string[]) => void

const boatyard = (): Site => {
  const read = readSiteFile(readFileSync('demo/tern-quay.json', 'utf8'))
  if (!read.ok) throw new Error('the demo does not read')
  return read.value
}

const factsOf = (site: Site): RecordFacts =>
  factsFrom(site, noHistory(1), findings(site), { writtenAt: '2026-03-04T05:06:07.000Z', timeZone: 'UTC' })

/** As it is served; its source has to be translated first, which is no part of the work. */
const BUILT = './build/papers/worker.js'

interface Made {
  coldMs: number
  againMs: number
  kB: number
  peakMb: number
  steps: number
}

/** A record in a thread of its own, as the server has it: the thread’s start, its forecast and the PDF; then once more with the forecast known. */
async function inThread(facts: RecordFacts): Promise<Made> {
  const start = performance.now()
  const worker = new Worker(existsSync(BUILT) ? BUILT : './papers/workerFromSource.mjs')
  let steps = 0
  const make = () =>
    new Promise<Uint8Array>((resolve, reject) => {
      worker.removeAllListeners()
      worker.on('error', reject)
      worker.on('message', (message: FromPaperWorker) => {
        if (message.kind === 'progress') steps++
        else if (message.kind === 'made') resolve(message.result as Uint8Array)
        else reject(new Error(message.message))
      })
      worker.postMessage({
        serial: 1,
        task: { kind: 'pdf', facts, copy: 'installer', paper: 'a4' },
      } satisfies ToPaperWorker)
    })
  let peak = 0
  const watch = setInterval(() => (peak = Math.max(peak, process.memoryUsage.rss())), 50)
  const bytes = await make()
  const coldMs = performance.now() - start
  const second = performance.now()
  await make()
  const againMs = performance.now() - second
  clearInterval(watch)
  await worker.terminate()
  return { coldMs, againMs, kB: bytes.length / 1024, peakMb: peak / 1024 / 1024, steps }
}

/** Records as PDFs, and sheets of labels. Figures, not verdicts. */
export async function benchPapers(row: Row): Promise<void> {
  console.log('\nThe record as a PDF, in a worker thread (memory: of the whole process)')
  row('', 'first', 'again', 'size', 'memory', 'told')
  const sites: [string, Site][] = [
    ['boatyard, 28 devices', boatyard()],
    ['50 access points', grownYard(50)],
    ['150 access points', grownYard(150)],
    ['500 access points', grownYard(500)],
  ]
  for (const [name, site] of sites) {
    const { coldMs, againMs, kB, peakMb, steps } = await inThread(factsOf(site))
    row(
      name,
      `${(coldMs / 1000).toFixed(2)} s`,
      `${(againMs / 1000).toFixed(2)} s`,
      `${kB.toFixed(0)} kB`,
      `${peakMb.toFixed(0)} MB`,
      `${steps} times`,
    )
  }
  console.log('\nSheets, in the server itself')
  row('', 'labels', 'cards')
  for (const [name, site] of sites) {
    const start = performance.now()
    const pages = labelPages(labelsOf(site, 'cables'), LABEL_SHEETS['a4-40'])
    if (pages.ok) await sheetsPdf(pages.value, name, '2026-03-04T05:06:07.000Z')
    const middle = performance.now()
    await sheetsPdf(
      cardPages(joinCards(site, false), { widthMm: 210, heightMm: 297 }),
      name,
      '2026-03-04T05:06:07.000Z',
    )
    row(name, `${(middle - start).toFixed(0)} ms`, `${(performance.now() - middle).toFixed(0)} ms`)
  }
}
