import { nanoid } from 'nanoid'
import type { ClientTests, LinkUnderTest, ThroughputRun } from '~/core/judge/proof'
import type { Band } from '~/core/plan'
import type { Db } from './database'

/** What was observed. Verdicts on it are derived when it is read. */
export interface ThroughputProof {
  place: string
  deviceId: string | null
  link: LinkUnderTest
  /** Which radio of the device; left out: not said. */
  band?: Band
  /** measured: by the laptop that this runs on; left out: from a file. */
  source?: 'measured'
  runs: ThroughputRun[]
}
/** What the stand-in's clients met on the rehearsed bench. Earlier versions did not write the source down. */
export interface ClientProof {
  source?: 'standIn'
  tests: ClientTests
}

interface Stamp {
  id: string
  at: string
  /** The revision of the plan it was observed against. */
  revision: number
  who: string
}
export type StoredThroughput = Stamp & { kind: 'throughput'; body: ThroughputProof }
export type StoredClients = Stamp & { kind: 'clients'; body: ClientProof }
export type StoredProof = StoredThroughput | StoredClients

export function proofStore(db: Db, now: () => Date = () => new Date()) {
  const insert = db.prepare(
    'INSERT INTO proof (id, site_id, kind, at, revision, who, body) VALUES (@id, @siteId, @kind, @at, @revision, @who, @body)',
  )
  const setBody = db.prepare('UPDATE proof SET body = ?, at = ? WHERE id = ? AND site_id = ?')
  const remove = db.prepare('DELETE FROM proof WHERE id = ? AND site_id = ?')
  const ofSite = db.prepare<[string], Stamp & { kind: string; body: string }>(
    'SELECT id, at, revision, who, kind, body FROM proof WHERE site_id = ? ORDER BY at DESC, id',
  )

  const list = (siteId: string): StoredProof[] =>
    ofSite.all(siteId).map((row) => ({ ...row, body: JSON.parse(row.body) as unknown }) as StoredProof)

  function add(
    siteId: string,
    { revision, who }: Pick<Stamp, 'revision' | 'who'>,
    kind: StoredProof['kind'],
    body: StoredProof['body'],
  ): string {
    const id = nanoid(10)
    insert.run({ id, siteId, kind, at: now().toISOString(), revision, who, body: JSON.stringify(body) })
    return id
  }

  return {
    ofSite: list,
    addClients: (siteId: string, by: Pick<Stamp, 'revision' | 'who'>, body: ClientProof) =>
      add(siteId, by, 'clients', body),
    addThroughput: (siteId: string, by: Pick<Stamp, 'revision' | 'who'>, body: ThroughputProof) =>
      add(siteId, by, 'throughput', body),
    /** Adds the other direction to a test that is there already. */
    addRun(siteId: string, id: string, run: ThroughputRun): boolean {
      const proof = list(siteId).find((candidate) => candidate.id === id)
      if (proof?.kind !== 'throughput') return false
      const body: ThroughputProof = { ...proof.body, runs: [...proof.body.runs, run] }
      return setBody.run(JSON.stringify(body), now().toISOString(), id, siteId).changes > 0
    },
    remove: (siteId: string, id: string) => remove.run(id, siteId).changes > 0,
  }
}
