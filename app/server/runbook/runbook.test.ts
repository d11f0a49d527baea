import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { runbookOf, stateMaker, taskOf } from '~/core/guide/runbook'
import { emptySite } from '~/core/plan'
import type { Site } from '~/core/plan'
import { readRunbookRequest } from '~/schema/runbook'
import type { RunbookRequest } from '~/schema/runbook'
import { writeSiteFile } from '~/schema/siteFile'
import { withNetwork, withPort, withProfile, yard } from '~/tests/kit/yard'
import { store } from '../sites/store.server'
import { doAtBench } from '../staging/benchActions.server'
import { doInRunbook, runbookState } from './runbook.server'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-runbook-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const LAPTOP = { deviceId: 'gateway', port: 3 }
const ask = (id: string, request: object) => {
  const read = readRunbookRequest({ who: 'Mo', ...request })
  if (!read.ok) throw new Error(read.problems[0]?.message)
  return doInRunbook(id, read.value as RunbookRequest)
}
const words = (id: string, request: object) => {
  const done = ask(id, request)
  return done.ok ? null : done.problems[0]?.message
}

/** A site that is built, and a plan that has moved on. */
function planned(change: (site: Site) => Site): string {
  const id = store().sites.create(yard())
  expect(ask(id, { kind: 'mark' }).ok).toBe(true)
  const next = change(yard())
  const edits = (['networks', 'devices', 'profiles'] as const).flatMap((collection) =>
    next[collection]
      .filter((record, i) => record !== yard()[collection][i])
      .map((record) => ({ op: 'put' as const, collection, record })),
  )
  const made = store().edits.commit(id, 'later', { who: 'Mo', base: 1 }, () => ({ ok: true, value: edits }))
  expect(made.ok).toBe(true)
  return id
}

const renumbered = (site: Site): Site =>
  withPort(withNetwork(site, 'tills', { expectedClients: 9 }), 'switch', 4, { poe: false, speedMbps: 100 })

/** The order as the browser works it out, from what it is given. */
function begun(id: string) {
  const { present, target, underWay, revision } = runbookState(id)
  const task = taskOf(present!, target, LAPTOP, underWay?.done)
  if (!task.ok) throw new Error()
  const steps = runbookOf(task.value).steps.map(({ place, pageId, changes, cost }) => ({
    placeId: place.id,
    pageId,
    changeIds: changes.map((change) => change.id),
    minutes: cost.minutes,
  }))
  return { kind: 'begin', revision: underWay?.revision ?? revision, laptop: LAPTOP, steps, isBest: true }
}

test('marked, begun, ticked in order, finished: then that is what is built', () => {
  const id = planned((site) => withPort(renumbered(site), 'switch', 6, { nativeVlan: 48 }))
  const order = begun(id)
  expect(ask(id, order).ok).toBe(true)
  expect(words(id, { kind: 'tick', step: order.steps.length })).toMatch(/There is no step/)
  for (const [step] of order.steps.entries()) expect(ask(id, { kind: 'tick', step }).ok).toBe(true)
  const { built, underWay, present, target } = runbookState(id)
  expect([built?.revision, underWay]).toEqual([2, null])
  expect(present).toEqual(target)
  expect(
    store()
      .log.ofSite(id)
      .map(({ text, who }) => [text, who])[0],
  ).toEqual(['Runbook finished: built as revision 2.', 'Mo'])
  // The record keeps it in words, each step with its time and hand.
  const [done, ...more] = store().handover.runbooks(id)
  expect(more).toEqual([])
  expect(done).toMatchObject({ fromRevision: 1, toRevision: 2 })
  expect(done!.steps).toHaveLength(order.steps.length)
  expect(done!.steps.every(({ who, at, sets }) => who === 'Mo' && at !== '' && sets.length > 0)).toBe(true)
})

test('two people at one runbook: a step is done once, in its turn, and can be opened again', () => {
  const id = planned((site) => withNetwork(renumbered(site), 'crew', { vlanId: 25 }))
  const order = begun(id)
  expect(order.steps.length).toBeGreaterThan(1)
  ask(id, order)
  expect(words(id, { kind: 'tick', step: 1 })).toMatch(/Step 1 comes before step 2/)
  expect(ask(id, { kind: 'tick', step: 0, who: 'Ada' }).ok).toBe(true)
  expect(words(id, { kind: 'tick', step: 0 })).toBe('Step 1 was done by Ada already.')
  expect(ask(id, { kind: 'untick', step: 0 }).ok).toBe(true)
  expect(words(id, { kind: 'untick', step: 0 })).toMatch(/not ticked/)
})

test('something else happened: what was made is taken in, and the rest gets an order', () => {
  const id = planned((site) => withNetwork(site, 'crew', { vlanId: 25 }))
  ask(id, begun(id))
  const [first] = runbookState(id).underWay!.steps
  ask(id, { kind: 'odd', step: 0, changeIds: first!.changeIds.slice(0, 1), note: 'The cat.' })
  const { underWay } = runbookState(id)
  expect(underWay).toMatchObject({ done: first!.changeIds.slice(0, 1), steps: [], ticks: [] })
  const rest = begun(id)
  expect(rest.steps.flatMap(({ changeIds }) => changeIds)).not.toContain(first!.changeIds[0])
  expect(ask(id, rest).ok).toBe(true)
  expect(
    store()
      .log.ofSite(id)
      .some(({ text }) => text.includes('went otherwise')),
  ).toBe(true)
})

test('a plan that moved on, a stranger’s step, nothing built: refused in words', () => {
  const empty = store().sites.create(yard())
  expect(words(empty, { kind: 'begin', revision: 1, laptop: LAPTOP, steps: [], isBest: true })).toMatch(
    /Nothing is marked/,
  )
  const id = planned(renumbered)
  const order = begun(id)
  expect(words(id, { ...order, revision: 1 })).toMatch(/the plan is at 2 by now/)
  expect(words(id, { ...order, laptop: { deviceId: 'gateway', port: 77 } })).toMatch(/is no socket/)
  const strange = [{ placeId: 'home', pageId: null, changeIds: ['nobody/native:1'], minutes: 1 }]
  expect(words(id, { ...order, steps: strange })).toMatch(/names a change or a place/)
  for (const odd of [{ kind: 'jump' }, { kind: 'tick' }, { kind: 'begin', revision: 1 }, null])
    expect(readRunbookRequest(odd).ok).toBe(false)
})

test('what is there by choice: an earlier revision, cartons, a site file; what is not known is refused', () => {
  const id = planned(renumbered)
  expect(ask(id, { kind: 'mark', revision: 2 }).ok).toBe(true)
  expect(runbookState(id).present).toEqual(runbookState(id).target)
  expect(ask(id, { kind: 'mark', revision: 1 }).ok).toBe(true)
  expect(runbookState(id).present).toMatchObject({
    devices: runbookState(planned(renumbered)).present!.devices,
  })
  expect(words(id, { kind: 'mark', revision: 9 })).toMatch(/Revision 9 is not known/)
  expect(ask(id, { kind: 'mark', what: 'cartons' }).ok).toBe(true)
  expect(runbookState(id)).toMatchObject({ built: { what: 'cartons' }, present: { devices: [] } })
  expect(words(id, { kind: 'mark', what: 'staged' })).toMatch(/Nothing is set up on the staging bench/)
  expect(words(id, { kind: 'mark', what: 'file', file: '{"nonsense": 1}' })).toBeTruthy()
  expect(words(id, { kind: 'mark', what: 'file', file: writeSiteFile(emptySite('Elsewhere')) })).toMatch(
    /no device in common/,
  )
  expect(ask(id, { kind: 'mark', what: 'file', file: writeSiteFile(yard()) }).ok).toBe(true)
  expect(runbookState(id).present?.devices).toHaveLength(yard().devices.length)
  expect(runbookState(id).revisions.map(({ revision, label }) => [revision, label])).toEqual([[2, 'later']])
})

test('what the rehearsal on the bench has set up, without the laptop', () => {
  const id = planned(renumbered)
  expect(doAtBench(id, { kind: 'setUp', begins: 'prepared' }).ok).toBe(true)
  expect(ask(id, { kind: 'mark', what: 'staged' }).ok).toBe(true)
  const { present, isStaged } = runbookState(id)
  expect([isStaged, present?.devices.length]).toEqual([true, yard().devices.length])
})

test('half done and taken back: what was marked as built is built again', () => {
  const id = planned((site) =>
    withPort(withNetwork(renumbered(site), 'crew', { vlanId: 25 }), 'switch', 6, { poe: false }),
  )
  expect(words(id, { kind: 'back' })).toMatch(/No runbook is under way/)
  ask(id, begun(id))
  const steps = runbookState(id).underWay!.steps.length
  expect(steps).toBeGreaterThan(1)
  ask(id, { kind: 'tick', step: 0 })
  expect(words(id, { kind: 'drop' })).toMatch(/Steps of it are done/)
  expect(words(id, { kind: 'aim', revision: 1 })).toMatch(/Steps of a runbook are done/)
  expect(ask(id, { kind: 'back' }).ok).toBe(true)
  const { underWay, built } = runbookState(id)
  expect([built?.revision, underWay?.revision, underWay?.steps]).toEqual([2, 1, []])
  const way = begun(id)
  expect(ask(id, way).ok).toBe(true)
  for (const [step] of way.steps.entries()) expect(ask(id, { kind: 'tick', step }).ok).toBe(true)
  expect(runbookState(id).built).toMatchObject({ revision: 1, what: 'revision' })
})

test('it can lead to a plan of before', () => {
  const id = planned(renumbered)
  ask(id, { kind: 'mark', revision: 2 })
  expect(ask(id, { kind: 'aim', revision: 1 }).ok).toBe(true)
  const way = begun(id)
  expect(way.steps.length).toBeGreaterThan(0)
  expect(ask(id, { ...way, quiet: { fromMin: 480, toMin: 1080 } }).ok).toBe(true)
  expect(runbookState(id).underWay?.quiet).toEqual({ fromMin: 480, toMin: 1080 })
  expect(readRunbookRequest({ ...way, quiet: { fromMin: 480, toMin: 480 } }).ok).toBe(false)
})

test('a key that changes is a change, and no key leaves the server', () => {
  const id = planned((site) => withProfile(site, 'prof-crew', { passphrase: 'a-wholly-new-key-here' }))
  const state = runbookState(id)
  const text = JSON.stringify(state)
  expect(text).not.toContain('a-wholly-new-key-here')
  expect(text).not.toContain('copper-rivets-and-rope')
  const steps = begun(id).steps.flatMap(({ changeIds }) => changeIds)
  expect(steps.some((change) => change.includes('/ssid:'))).toBe(true)
})

test('what is half done is the site that the gear makes', () => {
  const id = planned((site) => withNetwork(site, 'crew', { vlanId: 25 }))
  const { present, target } = runbookState(id)
  const task = taskOf(present!, target, LAPTOP)
  if (!task.ok) throw new Error()
  const { siteAt } = stateMaker(task.value)
  const [first] = runbookOf(task.value).steps
  const half = siteAt(new Set(first!.changes.map((change) => change.id)))
  expect(new Set(half.networks.filter(({ name }) => name === 'Crew').map(({ vlanId }) => vlanId)).size).toBe(
    2,
  )
})
