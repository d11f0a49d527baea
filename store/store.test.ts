import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { good } from '~/core/lib/outcome'
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
    store.edits.commit(id, label, { who: 'R. Amber', base: revision }, () => good(edits))
  const step = (way: 'undo' | 'redo', base = store.sites.read(id)!.revision) =>
    store.edits.step(id, way, { who: 'R. Amber', base })
  return { store, id, edit, step, site: () => store.sites.read(id)!.site }
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

test('an edit of what somebody else changed meanwhile is refused, with both states, and changes nothing', () => {
  const { edit, site, step } = yardStore()
  expect(edit(1, 'first', rename('A'))).toEqual({ ok: true, value: 2 })
  const refused = edit(1, 'second', rename('B'))
  expect(refused.ok ? [] : refused.problems).toMatchObject([
    {
      code: 'stale',
      message: expect.stringContaining('changed by R. Amber meanwhile (“first”, revision 2)') as string,
      states: [{ field: 'name', was: 'Tern Quay Boatyard', now: 'A', yours: 'B' }],
    },
  ])
  expect(site().name).toBe('A')
  expect(step('undo', 1).ok).toBe(false)
})

test('an edit of something else goes on the plan as it is by now', () => {
  const { edit, site, store, id } = yardStore()
  edit(1, 'first', rename('A'))
  expect(edit(1, 'place', [{ op: 'describe', header: { place: 'By the slip' } }])).toEqual({
    ok: true,
    value: 3,
  })
  expect(site()).toEqual({ ...spoiltYard(), name: 'A', place: 'By the slip' })
  expect(store.edits.history(id).map(({ label, who, revision }) => [label, who, revision])).toEqual([
    ['place', 'R. Amber', 3],
    ['first', 'R. Amber', 2],
  ])
})

test('what was taken back meanwhile counts as a change, and one’s own edits do not', () => {
  const { edit, store, id, step, site } = yardStore()
  edit(1, 'first', rename('A'))
  step('undo')
  expect(edit(2, 'after all', rename('B')).ok).toBe(false)
  const mine = store.edits.commit(id, 'on top of mine', { who: '', base: 1, mine: [2, 3] }, () =>
    good(rename('C')),
  )
  expect(mine).toEqual({ ok: true, value: 4 })
  expect(site().name).toBe('C')
})

test('a request sent again after its answer was lost is carried out once', () => {
  const { store, id, site } = yardStore()
  const send = () =>
    store.edits.commit(id, 'rule', { who: '', base: 1, request: 'r-1' }, (seen) =>
      good([{ op: 'move', collection: 'rules', id: seen.rules[1]!.id, index: 0 }]),
    )
  expect([send(), send()]).toEqual([
    { ok: true, value: 2 },
    { ok: true, value: 2 },
  ])
  expect(store.sites.read(id)?.revision).toBe(2)
  expect(site().rules[0]?.id).toBe(spoiltYard().rules[1]!.id)
})

test('the result of an edit is kept, and it is what the disk has', () => {
  const directory = mkdtempSync(join(tmpdir(), 'yard-'))
  try {
    const file = join(directory, 'db.sqlite')
    const db = openDatabase(file)
    const store = storeOn(db)
    const id = store.sites.create(yard())
    const [device] = yard().devices
    store.edits.commit(id, 'remove', { who: '', base: 1 }, () =>
      good([{ op: 'remove', collection: 'devices', id: device!.id }]),
    )
    const kept = store.sites.read(id)
    expect(storeOn(openDatabase(file)).sites.read(id)).toEqual(kept)
    db.close()
  } finally {
    rmSync(directory, { recursive: true })
  }
})

test('an edit that changes nothing raises no revision', () => {
  const { edit, store, id } = yardStore()
  expect(edit(1, 'nothing', rename('Tern Quay Boatyard'))).toEqual({ ok: true, value: 1 })
  expect(store.edits.history(id)).toEqual([])
})

test('an edit that fails half-way leaves no trace', () => {
  const { store, id, site } = yardStore()
  expect(() =>
    store.edits.commit(id, 'broken', { who: '', base: 1 }, (plan) => {
      const record = { ...plan.devices[0]!, id: 'x' }
      Object.defineProperty(record, 'place', {
        get: () => {
          throw new Error('half-way')
        },
        enumerable: true,
      })
      return good([{ op: 'put', collection: 'devices', record }])
    }),
  ).toThrow('half-way')
  expect(site()).toEqual(spoiltYard())
})

test('every mend, then all undone and all redone, gives the same plans', () => {
  const { edit, step, site } = yardStore()
  const states = [site()]
  for (let mend = findings(site())[0]?.mend; mend; mend = findings(site())[0]?.mend) {
    const { label, edits } = mend
    expect(edit(states.length, label, edits).ok).toBe(true)
    states.push(site())
  }
  expect(states).toHaveLength(5)
  expect(site()).toEqual(yard())
  for (let i = states.length - 2; i >= 0; i--) {
    expect(step('undo').ok).toBe(true)
    expect(site()).toEqual(states[i])
  }
  expect(step('undo')).toMatchObject({ ok: false })
  for (let i = 1; i < states.length; i++) {
    step('redo')
    expect(site()).toEqual(states[i])
  }
})

test('a new edit drops what could be redone', () => {
  const { store, id, edit, step } = yardStore()
  edit(1, 'one', rename('One'))
  step('undo')
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
    before.edits.commit(id, 'move', { who: '', base: 1 }, (site) =>
      good([{ op: 'move', collection: 'rules', id: site.rules[5]!.id, index: 0 }]),
    )
    first.close()
    const again = storeOn(openDatabase(file))
    expect(again.sites.read(id)?.site.rules[0]?.id).toBe(yard().rules[5]!.id)
    expect(again.edits.step(id, 'undo', { who: '', base: 2 })).toEqual({
      ok: true,
      value: { revision: 3, label: 'move' },
    })
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
  store.log.add(id, { stage: 'ports', deviceId: 'switch', text: 'port 3 relabelled', who: 'R. Amber' })
  store.log.add(id, { stage: 'proof', deviceId: null, text: 'walked the pontoon', who: '' })
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

test('bench actions are filed in order; a new set-up forgets them and their checkpoint', () => {
  const store = storeOn(openDatabase(':memory:'))
  const id = store.sites.create(yard())
  store.bench.start(id, 1, yard(), 9, 10, 'carton')
  store.bench.act(id, { atUs: 20_000_000, action: { kind: 'powerOn', deviceId: 'switch' } })
  store.bench.act(id, { atUs: 20_000_000, action: { kind: 'powerOn', deviceId: 'gateway' } })
  expect(store.bench.read(id)?.begins).toBe('carton')
  store.bench.keep(id, 'one', { atUs: 5, actions: 1, body: Buffer.from('world') })
  store.bench.keep(id, 'one', { atUs: 9, actions: 2, body: Buffer.from('world') })
  expect(store.bench.checkpoint(id, 'one')).toMatchObject({ atUs: 9, actions: 2 })
  expect(store.bench.checkpoint(id, 'another')).toBeNull()
  expect(store.bench.read(id)?.actions.map(({ atUs }) => atUs)).toEqual([20_000_000, 20_000_000])
  store.bench.start(id, 1, yard(), 9, 10, 'prepared')
  expect(store.bench.read(id)?.actions).toEqual([])
  expect(store.bench.checkpoint(id, 'one')).toBeNull()
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
