/** What a page is told after an edit, over a store of its own. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Edit } from '~/core/plan'
import { spoiltYard, yard } from '~/tests/kit/yard'
import { frameAfter, openedFrame } from '../../wire/frames'
import type { FrameSince } from '../../wire/frames'
import { step } from '../plan/commit.server'
import { makeEdits, mendFinding } from '../plan/edit.server'
import { store } from '../sites/store.server'
import { evaluated } from './evaluated.server'
import { frameSince, siteFrame } from './frame.server'
import { answeredOnPlan } from './planAnswer.server'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-since-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const made = (site = yard()) => store().sites.create(site)
const plan = (id: string) => store().sites.read(id)!.site
const frame = (id: string) => openedFrame(siteFrame(id, new URLSearchParams()))
const rename: Edit = { op: 'describe', header: { name: 'Renamed' } }

describe('a page that has an earlier revision', () => {
  const since = (id: string, revision: number) => frameSince(id, revision, new URLSearchParams())
  const edit = (id: string, revision: number, edits: unknown[]) =>
    makeEdits(id, { revision, label: 'x', edits })

  test('is told what changed, and has then what a new page has', () => {
    const id = made(spoiltYard())
    const before = frame(id)
    const [first] = before.findings
    expect(mendFinding(id, { revision: 1, mend: first!.id })).toMatchObject({ ok: true })
    const said = since(id, 1)!
    expect(JSON.stringify(said).length).toBeLessThan(JSON.stringify(frame(id)).length / 3)
    expect(said.findings.gone).toContain(first!.id)
    expect(frameAfter(before, JSON.parse(JSON.stringify(said)) as FrameSince)).toEqual(frame(id))
  })

  test('is told of what others did meanwhile, however many edits it was', () => {
    const id = made()
    const before = frame(id)
    const { id: networkId } = plan(id).networks[0]!
    expect(edit(id, 1, [rename])).toMatchObject({ ok: true })
    expect(edit(id, 2, [{ op: 'move', collection: 'networks', id: networkId, index: 2 }])).toMatchObject({
      ok: true,
    })
    expect(step(id, { revision: 3, way: 'undo' })).toMatchObject({ ok: true })
    const said = since(id, 1)!
    expect(said.revision).toBe(4)
    expect(frameAfter(before, JSON.parse(JSON.stringify(said)) as FrameSince)).toEqual(frame(id))
  })

  test('is told nothing where that revision is not remembered, and asks for the whole', () => {
    const id = made()
    expect(since(id, 1)).toBeNull()
    expect([since(id, 0), since(id, 99), since(id, NaN)]).toEqual([null, null, null])
    frame(id)
    expect(since(id, 1)).toMatchObject({ revision: 1, since: 1, findings: { gone: [], put: [] } })
  })

  test('never gets a key with what changed', () => {
    const id = made()
    frame(id)
    const record = { ...yard().profiles[1]!, name: 'Other', passphrase: 'lantern-over-the-slip' }
    expect(edit(id, 1, [{ op: 'put', collection: 'profiles', record }])).toMatchObject({ ok: true })
    const said = JSON.stringify(since(id, 1))
    expect(said).toContain('Other')
    expect(said).not.toContain('lantern-over')
    expect(said).not.toContain('copper-rivets')
  })

  test('an edit that is taken back leads to what was known before', () => {
    const id = made()
    const known = evaluated(plan(id))
    expect(edit(id, 1, [rename])).toMatchObject({ ok: true })
    expect(evaluated(plan(id))).not.toBe(known)
    expect(step(id, { revision: 2, way: 'undo' })).toMatchObject({ ok: true })
    expect(evaluated(plan(id))).toBe(known)
  })
})

describe('the answer to an edit', () => {
  const posted = async (id: string, search: string, edits: unknown[] = [rename]) => {
    const revision = store().sites.read(id)!.revision
    const done = makeEdits(id, { revision, label: 'x', edits })
    const outcome = done.ok ? { ok: true as const, value: { revision: done.value } } : done
    const response = answeredOnPlan(id, new Request(`http://127.0.0.1/sites/${id}/edit${search}`), outcome)
    return { status: response.status, said: (await response.json()) as Record<string, unknown> }
  }

  test('brings along what a page asks for next, where it says what it has', async () => {
    const id = made(spoiltYard())
    const before = frame(id)
    const { said } = await posted(id, '?revision=1')
    expect(said).toMatchObject({ ok: true, revision: 2 })
    expect(frameAfter(before, said.since as FrameSince)).toEqual(frame(id))
  })

  test('says only what became of it where nothing is asked, or what the page has is not remembered', async () => {
    const id = made()
    frame(id)
    expect((await posted(id, '')).said).toEqual({ ok: true, revision: 2 })
    for (const search of ['?revision=77', '?revision=', '?revision=one'])
      expect((await posted(id, search, [{ op: 'describe', header: { name: search } }])).said).toEqual({
        ok: true,
        revision: expect.any(Number) as number,
      })
  })

  test('is a refusal and nothing else where it was refused', async () => {
    const id = made()
    frame(id)
    const { status, said } = await posted(id, '?revision=1', [{ op: 'describe', header: { name: '' } }])
    expect([status, said.ok, said.since]).toEqual([400, false, undefined])
  })
})
