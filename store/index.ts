import { benchRunStore } from './benchRuns'
import { openDatabase } from './database'
import type { Db } from './database'
import { editStore } from './edits'
import { logStore } from './log'
import { observationStore } from './observations'
import { pictureStore } from './pictures'
import { proofStore } from './proofs'
import { siteStore } from './sites'

export { benchTimeUs } from './benchRuns'
export type { BenchRun } from './benchRuns'
export type { HistoryEntry, Steps } from './edits'
export type { LogLine } from './log'
export type { Picture } from './pictures'
export type { ClientProof, StoredClients, StoredProof, StoredThroughput, ThroughputProof } from './proofs'
export type { SiteState, SiteSummary } from './sites'
export { openDatabase }

/** All of the store over one open database. */
export function storeOn(db: Db, now: () => Date = () => new Date()) {
  return {
    sites: siteStore(db, now),
    edits: editStore(db, now),
    log: logStore(db, now),
    observations: observationStore(db, now),
    pictures: pictureStore(db),
    proofs: proofStore(db, now),
    bench: benchRunStore(db, now),
  }
}
export type Store = ReturnType<typeof storeOn>
