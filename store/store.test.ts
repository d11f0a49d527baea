import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { good } from '~/core/lib/outcome'
import { applyEdits } from '~/core/plan'
import type { Edit } from '~/core/plan'
import { findings } from '~/core/judge/findings'
import { spoiltYard, yard } from '~/tests/kit/yard'
import { benchTimeUs } from './benchRuns'
import { openDatabase, storeOn } from './index'
import { MIGRATIONS } from './migrations'

const open = () => storeOn(openDatabase(':memory:'))
const rename = (name: string): Edit[] => [{ op: 'describe', header: { name } }]

function yardStore() {
  const store = open()
  const id = store.sites.create(spoiltYard())
  const edit = (revision: number, label: string, edits: Edit[]) =>
    store.edits.edit(id, revision, label, (site) => good(applyEdits(site, edits)))
  return { store, id, edit, site: () => store.sites.read(id)!.site }
}

test('a site reads back as it was made', () => {
  const { store, id } = yardStore()
  expect(store.sites.read(id)).toEqual({ id, revision: 1, site: spoiltYard() })
  expect(store.sites.list()[0]).toMatchObject({ name: 'Tern Quay Boatyard', networks: 5, devices: 6 })
})

test('a copy is a site of its own', () => {
  const { store, id, edit } = yardStore()
  const copy = store.sites.duplicate(id)!
  edit(1, 'rename', rename('Changed'))
  expect(store.sites.read(copy)?.site).toEqual({ ...spoiltYard(), name: 'Tern Quay Boatyard (copy)' })
})

test('deleting can be undone, and until then the site is gone', () => {
  const { store, id, edit } = yardStore()
  expect(store.sites.remove(id)).toBe(true)
  expect(store.sites.read(id)).toBeNull()
  expect(store.sites.list()).toEqual([])
  expect(edit(1, 'late', rename('x')).ok).toBe(false)
  store.sites.restore(id)
  expect(store.sites.read(id)?.site).toEqual(spoiltYard())
})

test('a stale edit is refused in words and changes nothing', () => {
  const { edit, site, store, id } = yardStore()
  expect(edit(1, 'first', rename('A'))).toEqual({ ok: true, value: 2 })
  const refused = edit(1, 'second', rename('B'))
  expect(refused.ok).toBe(false)
  expect(!refused.ok && refused.problems[0]).toMatchObject({
    code: 'stale',
    message: expect.stringContaining('revision 1, and the plan is at 2') as string,
  })
  expect(site().name).toBe('A')
  expect(store.edits.undo(id, 1).ok).toBe(false)
})

test('an edit that changes nothing raises no revision', () => {
  const { edit, store, id } = yardStore()
  expect(edit(1, 'nothing', rename('Tern Quay Boatyard'))).toEqual({ ok: true, value: 1 })
  expect(store.edits.history(id)).toEqual([])
})

test('an edit that fails half-way leaves no trace', () => {
  const { store, id, site } = yardStore()
  expect(() =>
    store.edits.edit(id, 1, 'broken', (plan) => {
      const doubled = { ...plan, devices: [...plan.devices, { ...plan.devices[0]!, id: 'x' }] }
      Object.defineProperty(doubled.devices.at(-1)!, 'name', {
        get: () => {
          throw new Error('half-way')
        },
        enumerable: true,
      })
      return good(doubled)
    }),
  ).toThrow('half-way')
  expect(site()).toEqual(spoiltYard())
})

test('every mend, then all undone and all redone, gives the same plans', () => {
  const { store, id, site } = yardStore()
  const states = [site()]
  for (let mend = findings(site())[0]?.mend; mend; mend = findings(site())[0]?.mend) {
    const { label, edits } = mend
    expect(store.edits.edit(id, states.length, label, (plan) => good(applyEdits(plan, edits))).ok).toBe(true)
    states.push(site())
  }
  expect(states).toHaveLength(5)
  expect(site()).toEqual(yard())
  const revision = () => store.sites.read(id)!.revision
  for (let i = states.length - 2; i >= 0; i--) {
    expect(store.edits.undo(id, revision()).ok).toBe(true)
    expect(site()).toEqual(states[i])
  }
  expect(store.edits.undo(id, revision())).toMatchObject({ ok: false })
  for (let i = 1; i < states.length; i++) {
    store.edits.redo(id, revision())
    expect(site()).toEqual(states[i])
  }
})

test('a new edit drops what could be redone', () => {
  const { store, id, edit } = yardStore()
  edit(1, 'one', rename('One'))
  store.edits.undo(id, 2)
  expect(store.edits.steps(id)).toEqual({ undo: null, redo: 'one' })
  edit(3, 'two', rename('Two'))
  expect(store.edits.steps(id)).toEqual({ undo: 'two', redo: null })
  expect(store.edits.history(id).map(({ label, state }) => [label, state])).toEqual([
    ['two', 'done'],
    ['one', 'dropped'],
  ])
})

test('undo works across a restart, and an order of rules comes back', () => {
  const directory = mkdtempSync(join(tmpdir(), 'yard-'))
  try {
    const file = join(directory, 'db.sqlite')
    const first = openDatabase(file)
    const before = storeOn(first)
    const id = before.sites.create(yard())
    before.edits.edit(id, 1, 'move', (site) =>
      good(applyEdits(site, [{ op: 'move', collection: 'rules', id: site.rules[5]!.id, index: 0 }])),
    )
    first.close()
    const again = storeOn(openDatabase(file))
    expect(again.sites.read(id)?.site.rules[0]?.id).toBe(yard().rules[5]!.id)
    expect(again.edits.undo(id, 2)).toEqual({ ok: true, value: 'move' })
    expect(again.sites.read(id)?.site).toEqual(yard())
  } finally {
    rmSync(directory, { recursive: true })
  }
})

test('a database of a later program is refused, an older one is brought up', () => {
  const directory = mkdtempSync(join(tmpdir(), 'yard-'))
  try {
    const file = join(directory, 'db.sqlite')
    const db = openDatabase(file)
    expect(db.pragma('user_version', { simple: true })).toBe(MIGRATIONS.at(-1)?.id)
    expect(db.pragma('foreign_keys', { simple: true })).toBe(1)
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal')
    db.pragma('user_version = 999')
    db.close()
    expect(() => openDatabase(file)).toThrow('newer program')
  } finally {
    rmSync(directory, { recursive: true })
  }
})

test('log lines are stamped and come latest first', () => {
  const store = storeOn(openDatabase(':memory:'), () => new Date('2026-05-04T10:00:00Z'))
  const id = store.sites.create(yard())
  store.log.add(id, { stage: 'ports', deviceId: 'switch', text: 'port 3 relabelled' })
  store.log.add(id, { stage: 'proof', deviceId: null, text: 'walked the pontoon' })
  expect(store.log.ofSite(id).map(({ text, at }) => [text, at])).toEqual([
    ['walked the pontoon', '2026-05-04T10:00:00.000Z'],
    ['port 3 relabelled', '2026-05-04T10:00:00.000Z'],
  ])
})

test('the bench keeps its time: running, standing still, and changing speed', () => {
  expect(benchTimeUs({ speed: 60, anchorMs: 1000, anchorUs: 5 }, 3000)).toBe(5 + 120_000_000)
  expect(benchTimeUs({ speed: 0, anchorMs: 1000, anchorUs: 7 }, 9000)).toBe(7)
  expect(benchTimeUs({ speed: 1, anchorMs: 9000, anchorUs: 7 }, 1000)).toBe(7)
})

test('bench actions are filed in order at the present bench time; a new set-up forgets them', () => {
  let ms = 0
  const store = storeOn(openDatabase(':memory:'), () => new Date(ms))
  const id = store.sites.create(yard())
  expect(store.bench.act(id, { kind: 'powerOn', deviceId: 'switch' })).toBe(false)
  store.bench.start(id, 1, yard(), 9, 10)
  ms = 2000
  store.bench.act(id, { kind: 'powerOn', deviceId: 'switch' })
  store.bench.act(id, { kind: 'powerOn', deviceId: 'gateway' })
  expect(store.bench.read(id)?.actions.map(({ atUs }) => atUs)).toEqual([20_000_000, 20_000_000])
  store.bench.start(id, 1, yard(), 9, 10)
  expect(store.bench.read(id)?.actions).toEqual([])
})

test('a plan stored by an earlier version reads with every field of today, and the same object while it stands', () => {
  const db = openDatabase(':memory:')
  const store = storeOn(db)
  const id = store.sites.create(yard())
  db.prepare(
    `UPDATE plan_record SET body = json_remove(body, '$.air', '$.radius', '$.modem', '$.mesh', '$.station')
     WHERE collection = 'devices'`,
  ).run()
  db.prepare(
    `UPDATE plan_record SET body = json_remove(body, '$.groupIds', '$.isolated') WHERE collection = 'ssids'`,
  ).run()
  db.prepare(
    `UPDATE plan_record SET body = json_remove(body, '$.relayed', '$.announcedControllerId', '$.announcedBy')
     WHERE collection = 'networks'`,
  ).run()
  expect(store.sites.read(id)?.site).toEqual(yard())
  expect(store.sites.read(id)?.site).toBe(store.sites.read(id)?.site)
})

test('a picture is kept as it came, goes along with a copy of its site, and is nobody else’s', () => {
  const { store, id } = yardStore()
  const bytes = Buffer.from([137, 80, 78, 71, 0, 255])
  store.pictures.add(id, 'plan', { mime: 'image/png', bytes })
  expect(store.pictures.read(id, 'plan')).toEqual({ mime: 'image/png', bytes })
  const copy = store.sites.duplicate(id)!
  expect(store.pictures.read(copy, 'plan')?.bytes).toEqual(bytes)
  expect(store.pictures.read(store.sites.create(yard()), 'plan')).toBeNull()
  expect(() => store.pictures.add(id, 'other', { mime: 'image/gif' as 'image/png', bytes })).toThrow()
})
