import { acceptance, evidenceFor } from '../judge/proof'
import type { AcceptanceRow, Observation, RunJudgement } from '../judge/proof'
import type { Finding } from '../judge/findings'
import { changesBetween } from '../guide/runbook'
import type { BuiltWhat } from '../guide/runbook'
import { deviceOf } from '../plan'
import type { Id, Site } from '../plan'
import type { PartTick } from './parts/list'
import type { Signature } from './doc'

export interface LogEntry {
  at: string
  stage: string
  deviceId: Id | null
  text: string
  who: string
}

export interface RevisionEntry {
  revision: number
  at: string
  who: string
  label: string
}

/** What stands on the site, as somebody said it. */
export interface BuiltFact {
  what: BuiltWhat
  revision: number
  at: string
  who: string
  differences: Difference[]
}

/** A setting that is not as it is meant. */
export interface Difference {
  device: string
  setting: string
  planned: string
  built: string
}

/** What stands there against what is meant, setting by setting; keys are told apart and never said. */
export function differencesOf(built: Site, meant: Site): Difference[] {
  const name = (id: Id) => (deviceOf(meant, id) ?? deviceOf(built, id))?.name ?? id
  return changesBetween(built, meant).map(({ deviceId, what, was, becomes }) => ({
    device: name(deviceId),
    setting: what.replace(`${name(deviceId)} `, ''),
    planned: becomes,
    built: was,
  }))
}

/** A runbook that was carried out, in the words that were read out. */
export interface DoneRunbook {
  at: string
  fromRevision: number
  toRevision: number
  steps: { title: string; sets: string[]; at: string; who: string }[]
}

/** A throughput test as it was filed, judged. */
export interface TestFact {
  place: string
  at: string
  who: string
  link: string
  isMeasured: boolean
  judged: RunJudgement
}

/** Everything that a record is made of. Nothing simulated is among it. */
export interface RecordFacts {
  site: Site
  revision: number
  /** ISO 8601. */
  writtenAt: string
  /** IANA name of the clock that times are told by. */
  timeZone: string
  built: BuiltFact | null
  observations: readonly Observation[]
  sheet: readonly AcceptanceRow[]
  tests: readonly TestFact[]
  findings: readonly Finding[]
  runbooks: readonly DoneRunbook[]
  log: readonly LogEntry[]
  revisions: readonly RevisionEntry[]
  ticks: readonly PartTick[]
  signatures: readonly Signature[]
}

/** A plan of which nothing is known but itself: nothing built, nothing measured, nothing written down. */
export const bareFacts = (
  site: Site,
  findings: readonly Finding[],
  now: Pick<RecordFacts, 'writtenAt' | 'timeZone'>,
): RecordFacts => ({
  site,
  revision: 1,
  ...now,
  built: null,
  observations: [],
  sheet: acceptance(site, evidenceFor(site, 1, []), [], []),
  tests: [],
  findings,
  runbooks: [],
  log: [],
  revisions: [],
  ticks: [],
  signatures: [],
})
