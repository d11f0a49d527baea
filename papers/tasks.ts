import loadHighs from 'highs'
import { fewestStops } from '~/core/judge/proof'
import type { FewestStops } from '~/core/judge/proof'
import { solveWith } from '~/core/lib/solver'
import type { Site } from '~/core/plan'
import { planTwin } from '~/core/radio/backhaul'
import { composeRecord, coverageFor } from '~/core/record'
import type { Copy, RecordDoc, RecordFacts } from '~/core/record'
import { recordPdf } from './pdf/record'
import type { Paper } from './pdf/sheet'
import { sha256 } from './sha256'

/** What takes its time, and is done beside the server's own work. */
export type PaperTask =
  | { kind: 'record'; facts: RecordFacts; copy: Copy }
  | { kind: 'pdf'; facts: RecordFacts; copy: Copy; paper: Paper }
  /** A record as it was signed: printed as it is, and not composed anew. */
  | { kind: 'signedPdf'; record: RecordDoc; paper: Paper; writtenAt: string; seal: string }
  /** The list that the tester walks by. */
  | { kind: 'stops'; site: Site }

export type PaperResult<T extends PaperTask> = T extends { kind: 'record' }
  ? RecordDoc
  : T extends { kind: 'stops' }
    ? FewestStops
    : Uint8Array

/** So much of so much, and what is being done. */
export type Tell = (done: number, of: number, what: string) => void

const MOST_FORECASTS = 4
const forecasts = new Map<string, ReturnType<typeof coverageFor>>()

/** The forecast of a plan is the same for every copy and every paper. */
function forecast(facts: RecordFacts, tell: Tell): ReturnType<typeof coverageFor> {
  const key = sha256(JSON.stringify(facts.site))
  const made =
    forecasts.get(key) ?? coverageFor(facts.site, (done, of) => tell(done, of, 'the coverage chart'))
  forecasts.delete(key)
  forecasts.set(key, made)
  for (const [oldest] of forecasts) if (forecasts.size > MOST_FORECASTS) forecasts.delete(oldest)
  return made
}

export async function runPaperTask<T extends PaperTask>(task: T, tell: Tell): Promise<PaperResult<T>>
export async function runPaperTask(
  task: PaperTask,
  tell: Tell,
): Promise<RecordDoc | FewestStops | Uint8Array> {
  if (task.kind === 'stops') return fewestStops(task.site, planTwin(task.site), solveWith(await loadHighs()))
  if (task.kind === 'signedPdf') {
    const { record, paper, writtenAt, seal } = task
    return recordPdf(record, { paper, writtenAt, seal, onSection: tell })
  }
  const { facts, copy } = task
  const record = composeRecord(facts, copy, forecast(facts, tell))
  if (task.kind === 'record') return record
  return recordPdf(record, { paper: task.paper, writtenAt: facts.writtenAt, onSection: tell })
}
