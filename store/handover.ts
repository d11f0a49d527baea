import { nanoid } from 'nanoid'
import { deflateSync, inflateSync } from 'node:zlib'
import type { DoneRunbook, PartTick, Signature, TickState } from '~/core/record'
import { openedPlan } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { Db } from './database'

/** A record that was signed: fixed, with its revision and its hash. */
export interface SignedLine {
  id: string
  at: string
  revision: number
  /** SHA-256 of the record as it was signed, in hex. */
  hash: string
  signatures: Signature[]
}

type SignedRow = Omit<SignedLine, 'signatures'> & { signatures: string }

/** What the work leaves behind: runbooks that were carried out, ticked parts, signed records. */
export function handoverStore(db: Db, now: () => Date = () => new Date()) {
  const addDone = db.prepare('INSERT INTO runbook_done (site_id, at, body) VALUES (?, ?, ?)')
  const doneOf = db.prepare<[string], { body: string }>(
    'SELECT body FROM runbook_done WHERE site_id = ? ORDER BY id',
  )
  const putTick = db.prepare(`
    INSERT INTO part_tick (site_id, key, state, count, at, who) VALUES (@siteId, @key, @state, @count, @at, @who)
    ON CONFLICT (site_id, key, state) DO UPDATE SET count = excluded.count, at = excluded.at, who = excluded.who`)
  const dropTick = db.prepare('DELETE FROM part_tick WHERE site_id = ? AND key = ? AND state = ?')
  const ticksOf = db.prepare<[string], PartTick>(
    'SELECT key, state, count, at, who FROM part_tick WHERE site_id = ? ORDER BY key, state',
  )
  const addSigned = db.prepare(`
    INSERT INTO signed_record (id, site_id, at, revision, hash, signatures, plan, body)
    VALUES (@id, @siteId, @at, @revision, @hash, @signatures, @plan, @body)`)
  const signedOf = db.prepare<[string], SignedRow>(
    'SELECT id, at, revision, hash, signatures FROM signed_record WHERE site_id = ? ORDER BY at DESC, id',
  )
  const bodyOf = db.prepare<[string, string], { body: Buffer; plan: string }>(
    'SELECT body, plan FROM signed_record WHERE site_id = ? AND id = ?',
  )

  return {
    addRunbook: (siteId: string, done: DoneRunbook): void => {
      addDone.run(siteId, done.at, JSON.stringify(done))
    },
    runbooks: (siteId: string): DoneRunbook[] =>
      doneOf.all(siteId).map(({ body }) => JSON.parse(body) as DoneRunbook),
    ticks: (siteId: string): PartTick[] => ticksOf.all(siteId),
    tick: (siteId: string, key: string, state: TickState, count: number, who: string): void => {
      putTick.run({ siteId, key, state, count, who, at: now().toISOString() })
    },
    putTicks: (siteId: string, ticks: readonly PartTick[]): void => {
      for (const tick of ticks) putTick.run({ siteId, ...tick })
    },
    untick: (siteId: string, key: string, state: TickState): void => {
      dropTick.run(siteId, key, state)
    },
    /** `body`: the record's text, whose hash is given. `plan`: without keys, to tell later what has changed. */
    sign: (
      siteId: string,
      signed: Omit<SignedLine, 'id' | 'at'> & { at?: string; plan: Site; body: string },
    ): string => {
      const id = nanoid(10)
      addSigned.run({
        id,
        siteId,
        at: signed.at ?? now().toISOString(),
        revision: signed.revision,
        hash: signed.hash,
        signatures: JSON.stringify(signed.signatures),
        plan: JSON.stringify(signed.plan),
        body: deflateSync(signed.body),
      })
      return id
    },
    signed: (siteId: string): SignedLine[] =>
      signedOf
        .all(siteId)
        .map(({ signatures, ...row }) => ({ ...row, signatures: JSON.parse(signatures) as Signature[] })),
    /** The text of a signed record as it was signed, and the plan of then. */
    signedBody: (siteId: string, id: string): { body: string; plan: Site } | null => {
      const row = bodyOf.get(siteId, id)
      return row
        ? { body: inflateSync(row.body).toString('utf8'), plan: openedPlan(JSON.parse(row.plan)) }
        : null
    },
  }
}
