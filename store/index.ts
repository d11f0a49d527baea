import { benchRunStore } from './benchRuns'
import { currentPlans } from './current'
import { openDatabase } from './database'
import type { Db } from './database'
import { editStore } from './edits'
import { handoverStore } from './handover'
import { logStore } from './log'
import { observationStore } from './observations'
import { ownTypeStore } from './ownTypes'
import { pictureStore } from './pictures'
import { proofStore } from './proofs'
import { restoredStore } from './restored'
import { runbookStore } from './runbooks'
import { siteStore } from './sites'

export { benchTimeUs } from './benchRuns'
export type { BenchRun } from './benchRuns'
export type { SiteState } from './current'
export type { Actor, HistoryEntry, Steps } from './edits'
export type { SignedLine } from './handover'
export type { LogLine } from './log'
export type { Picture } from './pictures'
export type { ClientProof, StoredClients, StoredProof, StoredThroughput, ThroughputProof } from './proofs'
export type { AsBuilt, RunbookWork, StoredRunbook, Tick } from './runbooks'
export type { SiteSummary } from './sites'
export type { RevisionLine } from './steps'
export { openDatabase }

/** All of the store over one open database. */
export function storeOn(db: Db, now: () => Date = () => new Date()) {
  const current = currentPlans(db)
  const sites = siteStore(db, current, now)
  const handover = handoverStore(db, now)
  return {
    sites,
    edits: editStore(db, current, now),
    log: logStore(db, now),
    observations: observationStore(db, now),
    pictures: pictureStore(db),
    proofs: proofStore(db, now),
    bench: benchRunStore(db, now),
    ownTypes: ownTypeStore(db, now),
    runbooks: runbookStore(db, now),
    handover,
    restored: restoredStore(db, { create: sites.create, handover }),
  }
}
export type Store = ReturnType<typeof storeOn>
