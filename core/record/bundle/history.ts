import type { Observation, ThroughputRun, LinkUnderTest } from '../../judge/proof'
import type { BuiltWhat } from '../../guide/runbook'
import type { Band, Id, Site } from '../../plan'
import type { Signature } from '../doc'
import type { PartTick } from '../parts/list'

export interface LogEntry {
  at: string
  stage: string
  deviceId: Id | null
  text: string
  who: string
}

/** A runbook that was carried out, in the words that were read out. */
export interface DoneRunbook {
  at: string
  fromRevision: number
  toRevision: number
  steps: { title: string; sets: string[]; at: string; who: string }[]
}

/** What a site has behind it, besides its plan: carried from one house to another. Plans in it hold no keys. */
export interface History {
  revision: number
  observations: Observation[]
  throughput: {
    id: string
    at: string
    revision: number
    who: string
    body: {
      place: string
      deviceId: Id | null
      link: LinkUnderTest
      band?: Band
      source?: 'measured'
      runs: ThroughputRun[]
    }
  }[]
  log: LogEntry[]
  built: { what: BuiltWhat; revision: number; at: string; who: string; plan: Site } | null
  runbooks: DoneRunbook[]
  ticks: PartTick[]
  signed: { at: string; revision: number; hash: string; signatures: Signature[]; plan: Site; body: string }[]
  /** Plans of earlier revisions that something was observed against. */
  plans: { revision: number; plan: Site }[]
}

export const noHistory = (revision: number): History => ({
  revision,
  observations: [],
  throughput: [],
  log: [],
  built: null,
  runbooks: [],
  ticks: [],
  signed: [],
  plans: [],
})
