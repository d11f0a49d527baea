/** What the record's routes call, over a store of its own; papers are made in the real thread. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Edit } from '~/core/plan'
import { generateIdentity, identityToRecipient } from 'age-encryption'
import { keysOf } from '~/core/record'
import { opened } from '~/papers/seal'
import { sha256 } from '~/papers/sha256'
import { demoFile } from '~/tests/kit/listed'
import { observationsOf } from '../proof/observations.server'
import { doProof } from '../proof/proof.server'
import { makeEdits } from '../plan/edit.server'
import { store } from '../sites/store.server'
import { doAtBench } from '../staging/benchActions.server'
import { bundleOf, restoreBundle, sealKeys } from './bundle.server'
import { factsOf } from './facts.server'
import { paperProgress, recordOf, recordPdfOf, signedPdfOf } from './papers.server'
import { partsCsvOf, tickParts, ticksOf } from './parts.server'
import { cardSheets, labelSheets } from './sheets.server'
import { sign, signedOf } from './sign.server'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-record-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const NOW = '2026-03-04T05:06:07.000Z'
const bakery = () => store().sites.create(demoFile('two-ovens'))
const moved = (id: string): Edit => {
  const { site } = store().sites.read(id)!
  const [ssid] = site.ssids
  return { op: 'put', collection: 'ssids', record: { ...ssid!, hidden: !ssid!.hidden } }
}
const edited = (id: string, edit: Edit = moved(id)) => {
  const { revision } = store().sites.read(id)!
  const made = makeEdits(id, { revision, label: 'An edit', edits: [edit] })
  if (!made.ok) throw new Error(JSON.stringify(made.problems))
}

describe('a record', () => {
  test('holds no rehearsal: neither its results nor a word of it', async () => {
    const id = store().sites.create(demoFile('tern-quay-mended'))
    const before = JSON.stringify(factsOf(id, NOW))
    doAtBench(id, { kind: 'setUp', begins: 'prepared' })
    const form = new FormData()
    form.set('intent', 'clients')
    await doProof(id, form)
    expect(JSON.stringify(factsOf(id, NOW))).toBe(before)
  })

  test('is signed: fixed with its hash, and told apart from what comes later', async () => {
    const id = bakery()
    const signatures = [
      {
        role: 'Received by',
        name: 'Lee Brook',
        strokes: [
          [
            [0.1, 0.1],
            [0.4, 0.2],
          ],
        ],
      },
    ]
    const made = await sign(id, { revision: 1, who: 'Kim', signatures })
    if (!made.ok) throw new Error(JSON.stringify(made.problems))
    const [line] = signedOf(id)
    const kept = store().handover.signedBody(id, line!.id)!
    expect(line).toMatchObject({ revision: 1, since: [], hash: sha256(kept.body) })
    expect(kept.body).toContain('Lee Brook')
    const pdf = Buffer.from(await signedPdfOf(id, line!.id, 'customer', 'a4'))
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
    expect(observationsOf(id).seen.some(({ seen }) => seen.kind === 'signed')).toBe(true)
    edited(id)
    const [later] = signedOf(id)
    expect(later!.since.length).toBeGreaterThan(0)
    expect(store().handover.signedBody(id, line!.id)).toEqual(kept)
    expect(later!.hash).toBe(line!.hash)
    expect(await sign(id, { revision: 1, who: 'Kim', signatures })).toMatchObject({
      ok: false,
      problems: [{ code: 'stale' }],
    })
    expect(
      await sign(id, { revision: 2, who: '', signatures: [{ role: 'Received by', name: ' ' }] }),
    ).toMatchObject({
      ok: false,
      problems: [{ path: ['signatures', 0, 'name'] }],
    })
    expect(store().handover.signed(id)).toHaveLength(1)
  }, 180_000)

  test('says how far it is while one waits', async () => {
    const id = bakery()
    const bytes = await recordPdfOf(id, { copy: 'customer', paper: 'letter', job: 'mine' })
    expect(bytes.length).toBeGreaterThan(10_000)
    const progress = paperProgress('mine')!
    expect(progress.done).toBe(progress.of)
    expect(paperProgress('another')).toBeNull()
    expect((await recordOf(id, 'customer')).copy).toBe('customer')
  }, 180_000)
})

describe('a bundle', () => {
  test('opened elsewhere is the same site: what was proven stays proven, signed stays signed', async () => {
    const id = bakery()
    const { site } = store().sites.read(id)!
    const requirement = site.requirements.find(({ strength }) => strength === 'must')!
    const { fromNetworkId, to } = requirement
    store().observations.add(id, {
      revision: 1,
      who: 'Kim',
      place: 'shop',
      source: 'measured',
      seen: [{ kind: 'ping', fromNetworkId, to, answered: true, ip: '192.0.2.1' }],
    })
    store().log.add(id, { stage: 'ports', deviceId: null, who: 'Kim', text: 'Oven is hot' })
    store().runbooks.markBuilt(id, site, { revision: 1, who: 'Kim' })
    tickParts(id, {
      revision: 1,
      who: 'Kim',
      state: 'packed',
      is: true,
      parts: [{ key: 'labels', count: 21 }],
    })
    await sign(id, { revision: 1, who: 'Kim', signatures: [{ role: 'Received by', name: 'Lee' }] })
    edited(id, { op: 'describe', header: { notes: 'Changed since' } })
    const proof = (at: string) =>
      observationsOf(at).evidence.find(({ requirement: one }) => one.id === requirement.id)!.state
    expect(proof(id)).toBe('proven')
    const made = await bundleOf(id, { passphrase: 'flour and water', givenTo: 'Lee', who: 'Kim' })
    if (!made.ok) throw new Error(JSON.stringify(made.problems))
    const open = await restoreBundle(made.value.bytes, 'flour and water')
    if (!open.ok) throw new Error(JSON.stringify(open.problems))
    const { siteId } = open.value
    const there = store().sites.read(siteId)!
    expect(there).toMatchObject({ revision: 2, site: store().sites.read(id)!.site })
    expect(proof(siteId)).toBe('proven')
    expect(signedOf(siteId)[0]).toMatchObject({ hash: signedOf(id)[0]!.hash, revision: 1 })
    expect(ticksOf(siteId)).toMatchObject([{ key: 'labels', count: 21, who: 'Kim' }])
    expect(store().runbooks.asBuilt(siteId)).toMatchObject({ revision: 1, who: 'Kim' })
    expect(
      store()
        .log.ofSite(siteId)
        .map(({ text }) => text),
    ).toEqual(expect.arrayContaining(['Oven is hot', 'Opened from a bundle of revision 2, with its keys.']))
    // Opened once more beside it: ids of another database are no hindrance.
    expect((await restoreBundle(made.value.bytes, '')).ok).toBe(true)
    // A wrong passphrase, or a file that was cut off, makes no site.
    const count = store().sites.list().length
    expect(await restoreBundle(made.value.bytes, 'flour and wine')).toMatchObject({
      ok: false,
      problems: [{ code: 'seal.wrong' }],
    })
    expect(await restoreBundle(made.value.bytes.slice(0, -40), '')).toMatchObject({
      ok: false,
      problems: [{ code: 'bundle.zip' }],
    })
    expect(store().sites.list()).toHaveLength(count)
  }, 180_000)

  test('keys go sealed, and the log says who has them', async () => {
    const id = bakery()
    const identity = await generateIdentity()
    const recipient = await identityToRecipient(identity)
    const made = await sealKeys(id, { recipients: [recipient], givenTo: 'Lee', who: 'Kim' })
    if (!made.ok) throw new Error()
    const part = await opened(made.value.bytes, { identity })
    expect(part).toMatchObject({ ok: true, value: { keys: keysOf(store().sites.read(id)!.site) } })
    const [line] = store().log.ofSite(id)
    expect(line!.text).toMatch(/^\d+ keys of revision 1 sealed to age1\w+, given to Lee\.$/)
    for (const body of [
      { passphrase: 'flour and water' },
      { givenTo: 'Lee' },
      { passphrase: 'short', givenTo: 'Lee' },
    ])
      expect((await sealKeys(id, body)).ok).toBe(false)
    expect(store().log.ofSite(id)).toHaveLength(1)
  }, 180_000)
})

describe('sheets', () => {
  const asked = (query: string) => labelSheets(bakery(), new URLSearchParams(query))

  test.each([
    ['kind=doors', 'kind', 'Accepted: devices, cables, ports'],
    ['sheet=b5', 'sheet', 'Accepted: a4-24'],
    ['sheet=a4-24&start=25', 'start', 'this sheet has 1 to 24'],
    ['start=0', 'start', '1 to 24'],
    ['start=x', 'start', '1 to 24'],
    ['as=svg&page=9', 'page', 'there are 1'],
  ])('%s names the field and what is accepted', async (query, field, words) => {
    const { ok, problems } = (await asked(query)) as {
      ok: boolean
      problems: { path: string[]; message: string }[]
    }
    expect(ok).toBe(false)
    expect(problems[0]!.path).toEqual([field])
    expect(problems[0]!.message).toContain(words)
  })

  test('keys stand on cards only where they are asked for', async () => {
    const id = bakery()
    const { key } = keysOf(store().sites.read(id)!.site)[0]!
    const svg = async (query: string) => {
      const made = await cardSheets(id, new URLSearchParams(`as=svg&${query}`))
      if (!made.ok) throw new Error()
      return new TextDecoder().decode(made.value.bytes)
    }
    expect(await svg('what=join')).not.toContain(key)
    expect((await svg('what=join&keys=included')).replace(/<[^>]*>/g, '')).toContain(key)
    expect(await svg('what=pages')).toContain('Bakery switch')
  })
})

test('ticks: for how many, taken back, and in the table', () => {
  const id = bakery()
  const say = (is: boolean, key = 'cable cat6', count = 99) =>
    tickParts(id, { revision: 1, who: 'Kim', state: 'ordered', is, parts: [{ key, count }] })
  say(true)
  say(true, 'cable cat6', 120)
  expect(ticksOf(id)).toMatchObject([{ key: 'cable cat6', state: 'ordered', count: 120, who: 'Kim' }])
  expect(partsCsvOf(id)).toContain('120')
  say(false)
  expect(ticksOf(id)).toEqual([])
  expect(say(true, '', 1)).toMatchObject({ ok: false, problems: [{ path: ['parts', 0, 'key'] }] })
})
