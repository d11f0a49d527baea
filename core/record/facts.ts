import { acceptance, evidenceFor, judge, judgedTest, withoutMoved } from '../judge/proof'
import type { AcceptanceRow, Observation, RunJudgement } from '../judge/proof'
import type { Finding } from '../judge/findings'
import { changesBetween } from '../guide/runbook'
import type { BuiltWhat } from '../guide/runbook'
import { deviceOf, withoutSecrets } from '../plan'
import type { Id, Site } from '../plan'
import type { DoneRunbook, History, LogEntry } from './bundle/history'
import type { PartTick } from './parts/list'
import { keysLeftOut } from './sealed/leftOut'
import type { Signature } from './doc'

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

interface Moment {
  /** ISO 8601. */
  writtenAt: string
  timeZone: string
}

/** The facts of a site from its plan and all that it has behind it. Keys are taken out here, whatever the plan holds. */
export function factsFrom(
  site: Site,
  history: History,
  findings: readonly Finding[],
  { writtenAt, timeZone }: Moment,
  revisions: readonly RevisionEntry[] = [],
): RecordFacts {
  const { revision, observations, throughput, built, runbooks, log, ticks, plans } = history
  const said = keysLeftOut(site)
  const planAt = (at: number) => plans.find((one) => one.revision === at)?.plan ?? null
  return {
    site: { ...withoutSecrets(site), notes: said(site.notes) },
    revision,
    writtenAt,
    timeZone,
    built: built && {
      what: built.what,
      revision: built.revision,
      at: built.at,
      who: built.who,
      differences: differencesOf(built.plan, site),
    },
    observations,
    sheet: acceptance(
      site,
      evidenceFor(site, revision, observations, planAt),
      withoutMoved(site, revision, observations, planAt),
      throughput.map(judgedTest),
    ),
    tests: throughput.map(({ at, who, body }) => ({
      place: body.place,
      at,
      who,
      link: `${body.link.medium}, ${body.link.linkMbps} Mbit/s`,
      isMeasured: body.source === 'measured',
      judged: judge(body.runs, body.link),
    })),
    findings: findings.map((finding) => ({ ...finding, mend: null })),
    runbooks,
    log: log.map((line) => ({ ...line, text: said(line.text) })),
    revisions: revisions.map((one) => ({ ...one, label: said(one.label) })),
    ticks,
    signatures: [],
  }
}
