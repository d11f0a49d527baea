/** The server's own functions over a store of their own: what the routes call, without HTTP. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { maskedSecrets } from '~/core/plan'
import type { AnyRecord, Collection, Edit, SecurityProfile } from '~/core/plan'
import { editProblems } from '~/schema/edits'
import { spoiltYard, yard } from '~/tests/kit/yard'
import { benchNow, benchState, stepBench } from './staging/bench.server'
import { doAtBench } from './staging/benchActions.server'
import { makeEdits, mendFinding } from './plan/edit.server'
import { guard } from './request/guard.server'
import { doProof, proofsOf } from './proof/proof.server'
import { revealedKey } from './plan/revealedKey.server'
import { siteFrame } from './derived/frame.server'
import { openedFrame } from '../wire/frames'
import { store } from './sites/store.server'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-server-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const made = (site = spoiltYard()) => store().sites.create(site)
const plan = (id: string) => store().sites.read(id)!.site
const frame = (id: string, search = '') => openedFrame(siteFrame(id, new URLSearchParams(search)))
const put = (collection: Collection, record: AnyRecord): Edit => ({ op: 'put', collection, record })
const form = (fields: Record<string, string | Blob>) => {
  const data = new FormData()
  for (const [name, value] of Object.entries(fields)) data.append(name, value)
  return data
}
const iperf3 = (name: string) =>
  new File([readFileSync(`tests/reference/data/iperf3/${name}.json`)], `${name}.json`, {
    type: 'application/json',
  })

describe('edits', () => {
  const rename: Edit = { op: 'describe', header: { name: 'Renamed' } }

  test('are made on the revision seen, and refused on another', () => {
    const id = made()
    expect(makeEdits(id, { revision: 1, label: 'x', edits: [rename] })).toEqual({ ok: true, value: 2 })
    expect(makeEdits(id, { revision: 1, label: 'x', edits: [rename] })).toMatchObject({
      ok: false,
      problems: [{ code: 'stale' }],
    })
  })

  test('all or nothing: one bad edit holds the others back', () => {
    const id = made()
    const bad: Edit = {
      op: 'put',
      collection: 'networks',
      record: { ...yard().networks[0]!, id: 'n', vlanId: 24 },
    }
    const outcome = makeEdits(id, { revision: 1, label: 'x', edits: [rename, bad] })
    expect(!outcome.ok && outcome.problems[0]).toMatchObject({ path: ['vlanId'], code: 'vlan.twice' })
    expect(plan(id).name).toBe('Tern Quay Boatyard')
  })

  test('a cable into a taken socket, or one that does not exist, is refused by name', () => {
    const id = made()
    const plug = (port: number) =>
      makeEdits(id, {
        revision: 1,
        label: 'x',
        edits: [
          {
            op: 'put',
            collection: 'links',
            record: {
              id: 'new',
              a: { deviceId: 'switch', port },
              b: { deviceId: 'gateway', port: 3 },
              lengthM: 1,
              category: 'cat6',
            },
          },
        ],
      })
    const words = (outcome: ReturnType<typeof plug>) =>
      outcome.ok ? '' : outcome.problems.map(({ message }) => message).join(' ')
    expect(words(plug(3))).toContain('Chandlery switch port 3 has a cable already')
    expect(words(plug(77))).toContain('has no port 77. It has ports 1 to 8')
    expect(plug(8)).toEqual({ ok: true, value: 2 })
  })

  test('a plan that came with a contradiction can still be edited elsewhere', () => {
    const site = yard()
    const id = made({ ...site, ssids: [...site.ssids, { ...site.ssids[0]!, id: 'twin' }] })
    expect(makeEdits(id, { revision: 1, label: 'x', edits: [rename] }).ok).toBe(true)
  })

  test('a profile sent without its key keeps it; with null it loses it only if its mode needs none', () => {
    const id = made()
    const { passphrase: _key, ...rest } = yard().profiles[1]!
    makeEdits(id, {
      revision: 1,
      label: 'x',
      edits: [
        { op: 'put', collection: 'profiles', record: { ...rest, name: 'New name' } as SecurityProfile },
      ],
    })
    expect(plan(id).profiles[1]).toMatchObject({ name: 'New name', passphrase: 'copper-rivets-and-rope' })
    const none = { op: 'put', collection: 'profiles', record: { ...rest, passphrase: null } }
    expect(makeEdits(id, { revision: 2, label: 'x', edits: [none] })).toMatchObject({
      ok: false,
      problems: [{ path: ['passphrase'] }],
    })
  })

  test('a mend is carried out by its finding, once', () => {
    const id = made()
    const { findings } = frame(id)
    const ids = findings.map((finding) => finding.id)
    expect(mendFinding(id, { revision: 1, mend: ids[0] })).toEqual({ ok: true, value: 2 })
    expect(mendFinding(id, { revision: 2, mend: ids[0] })).toMatchObject({
      ok: false,
      problems: [{ code: 'gone' }],
    })
    expect(frame(id).findings.map((finding) => finding.id)).toEqual(ids.slice(1))
    // The second is about the same port: from the page as it was before the first, it is refused with both states.
    expect(mendFinding(id, { revision: 1, mend: ids[1] })).toMatchObject({
      ok: false,
      problems: [{ code: 'stale', states: [{ field: 'taggedVlans' }, { field: 'poe', yours: 'true' }] }],
    })
    expect(mendFinding(id, { revision: 1, mend: ids[2] })).toEqual({ ok: true, value: 3 })
  })
})

describe('what a form says while it is typed', () => {
  const [network] = yard().networks
  const [profile] = yard().profiles
  const switchOf = yard().devices.find(({ id }) => id === 'switch')!
  const bad: [string, Edit][] = [
    ['a VLAN that is reserved', put('networks', { ...network!, vlanId: 4095 })],
    ['a VLAN of another', put('networks', { ...network!, vlanId: yard().networks[1]!.vlanId })],
    ['no subnet', put('networks', { ...network!, subnet: '10.1.1.300/24' })],
    ['a gateway outside', put('networks', { ...network!, gateway: '10.99.0.1' })],
    ['no name', put('profiles', { ...profile!, name: '' })],
    ['a short key', put('profiles', { ...profile!, mode: 'wpa2-aes', passphrase: 'short' })],
    ['a device type of nowhere', put('devices', { ...switchOf, typeId: 'gone' })],
    ['a part of another kind', put('devices', { ...switchOf, modem: { bridgeMode: true } })],
    ['a rate below nothing', { op: 'describe', header: { feed: { words: '', downMbps: -1, upMbps: null } } }],
  ]
  test.each(bad)('%s: the same words in the browser and from the server', (_name, edit) => {
    const id = made()
    const answer = makeEdits(id, { revision: 1, label: 'x', edits: [edit] })
    const said = editProblems(maskedSecrets(yard()), [edit])
    expect(said.length).toBeGreaterThan(0)
    expect(answer).toEqual({ ok: false, problems: said })
  })

  test('of a profile that comes without its key nothing is said about the key', () => {
    const { passphrase: _key, ...rest } = yard().profiles[1]!
    expect(editProblems(maskedSecrets(yard()), [put('profiles', rest as SecurityProfile)])).toEqual([])
  })
})

describe('the frame of a site', () => {
  test('carries no key in any corner', () => {
    const text = JSON.stringify(frame(made(), 'from=ssid:ap-shop:ssid-berth&to=internet'))
    for (const { passphrase } of yard().profiles) expect(text).not.toContain(passphrase)
  })

  test('follows the frame that the address asks for, and none that does not exist', () => {
    const id = made()
    expect(frame(id, 'from=ssid:ap-shop:ssid-berth&to=internet').frame?.answer.ok).toBe(false)
    expect(frame(id, 'from=ssid:ap-shop:ssid-crew&to=internet').frame?.answer.summary).toContain('PoE is off')
    expect(frame(id, 'from=port:switch:6&to=network:tills').frame?.answer.summary).toContain('Rule 12')
    expect(frame(id, 'from=port:switch:6&to=controller:controller').frame?.answer.ok).toBe(true)
    for (const search of [
      'from=x&to=internet',
      'from=ssid:ap-shop:ssid-crew&to=moon',
      'from=ssid:ap-shop:ssid-crew',
      '',
    ])
      expect(frame(id, search).frame).toBeNull()
  })

  test('a site that is not there is a 404', () => {
    expect(() => frame('nobody')).toThrow()
  })

  test('a key is revealed with its raw form per SSID', () => {
    expect(revealedKey(yard(), 'prof-crew')).toMatchObject({
      passphrase: 'copper-rivets-and-rope',
      raw: [{ ssid: 'TernQuay-Crew' }],
    })
    expect(revealedKey(yard(), 'prof-crew')?.raw[0]?.key).toMatch(/^[0-9a-f]{64}$/)
    expect(revealedKey(yard(), 'prof-yard')?.raw).toEqual([])
    expect(revealedKey(yard(), 'nobody')).toBeNull()
  })
})

describe('the bench', () => {
  test('set up, stepped, and cleared', () => {
    const id = made(yard())
    expect([benchNow(id), stepBench(id)]).toEqual([null, false])
    doAtBench(id, { kind: 'setUp', begins: 'prepared' })
    doAtBench(id, { kind: 'speed', speed: 0 })
    expect(stepBench(id)).toBe(false)
    doAtBench(id, { kind: 'powerAll' })
    const before = benchState(id)!
    expect(stepBench(id)).toBe(true)
    const after = benchState(id)!
    expect(after.board.nowS).toBeCloseTo(before.board.nextEventS!, 3)
    expect(after.speed).toBe(0)
    doAtBench(id, { kind: 'clear' })
    expect(benchState(id)).toBeNull()
  })

  test('stepping alone takes it to a waiting access point, and on to a running one', () => {
    const id = made(yard())
    doAtBench(id, { kind: 'setUp', begins: 'prepared' })
    doAtBench(id, { kind: 'speed', speed: 0 })
    doAtBench(id, { kind: 'powerAll' })
    for (let i = 0; i < 40 && stepBench(id); i++);
    expect(benchNow(id)?.gear.get('ap-shop')?.phase).toBe('waiting')
    doAtBench(id, { kind: 'adoptAll' })
    for (let i = 0; i < 40 && stepBench(id); i++);
    expect(benchNow(id)?.gear.get('ap-shop')?.phase).toBe('running')
    // A rehearsal that runs to its end ticks no step of real work.
    expect(frame(id).progress.find(({ stage }) => stage === 'staging')).toMatchObject({
      says: '0 of 4 seen running',
      done: false,
    })
  })

  test('what it sends to the browser holds no key', () => {
    const id = made(yard())
    doAtBench(id, { kind: 'setUp', begins: 'prepared' })
    expect(JSON.stringify(benchState(id))).not.toContain('copper-rivets')
  })
})

describe('proof', () => {
  test('clients are rehearsed on the bench; the plan alone is no test of itself', async () => {
    const id = made(yard())
    expect(await doProof(id, form({ intent: 'clients' }))).toMatchObject({
      ok: false,
      problems: [{ code: 'bench.none' }],
    })
    expect(proofsOf(id).clients).toEqual([])
    doAtBench(id, { kind: 'setUp', begins: 'prepared' })
    await doProof(id, form({ intent: 'clients' }))
    expect(proofsOf(id).clients.map(({ body }) => body.source)).toEqual(['standIn'])
  })

  test('a result, its other direction, and the verdict', async () => {
    const id = made(yard())
    const link = { medium: 'radio', linkMbps: '600', baselineMbps: '', deviceId: 'ap-shop', place: '' }
    expect((await doProof(id, form({ intent: 'throughput', file: iperf3('tcp-up'), ...link }))).ok).toBe(true)
    const [first] = proofsOf(id).throughput
    expect(first).toMatchObject({
      body: { place: 'Chandlery AP' },
      judged: { outcome: 'incomplete', missing: ['down'] },
    })
    await doProof(id, form({ intent: 'throughput', file: iperf3('tcp-reverse'), joins: first!.id }))
    expect(proofsOf(id).throughput[0]?.judged).toMatchObject({ outcome: 'pass', missing: [] })
    await doProof(id, form({ intent: 'remove', proofId: first!.id }))
    expect(proofsOf(id).throughput).toEqual([])
  })

  test.each([
    ['no file', {}, 'Choose a file first.'],
    ['a failed run', { file: iperf3('failed') }, 'The test itself failed'],
    [
      'too large a file',
      { file: new File([new Uint8Array(6 * 1024 * 1024)], 'big.json') },
      'at most 5 MB are taken',
    ],
    ['no such intent', { intent: 'guess' }, 'cannot be done here'],
    ['a test to join that is gone', { file: iperf3('tcp-up'), joins: 'gone' }, 'not there any more'],
  ])('%s', async (_name, fields, words) => {
    const id = made(yard())
    const outcome = await doProof(
      id,
      form({ intent: 'throughput', medium: 'radio', linkMbps: '600', baselineMbps: '', ...fields }),
    )
    expect(!outcome.ok && outcome.problems.map(({ message }) => message).join(' ')).toContain(words)
    expect(proofsOf(id).throughput).toEqual([])
  })
})

describe('the guard', () => {
  const through = async (init: RequestInit & { headers?: Record<string, string> }) => {
    const request = new Request('http://127.0.0.1:4318/x', init)
    const answer = await (guard as (args: object, next: () => Promise<Response>) => Promise<Response>)(
      { request },
      () => Promise.resolve(new Response('ok')),
    )
    return answer.status
  }
  const own = { origin: 'http://127.0.0.1:4318', host: '127.0.0.1:4318' }

  test.each([
    ['a page that is read', { method: 'GET' }, 200],
    ['a page asked for by another name', { method: 'GET', headers: { host: 'rebound.example:4318' } }, 421],
    ['a name that is none', { method: 'GET', headers: { host: '' } }, 421],
    ['localhost', { method: 'GET', headers: { host: 'localhost:4318' } }, 200],
    ['a post from this server', { method: 'POST', headers: own, body: 'x' }, 200],
    [
      'a post from elsewhere',
      { method: 'POST', headers: { ...own, origin: 'http://elsewhere.example' }, body: 'x' },
      403,
    ],
    [
      'another port',
      { method: 'POST', headers: { ...own, origin: 'http://127.0.0.1:9999' }, body: 'x' },
      403,
    ],
    ['an origin that is none', { method: 'POST', headers: { ...own, origin: 'null' }, body: 'x' }, 403],
    ['no origin at all', { method: 'POST', headers: { host: own.host }, body: 'x' }, 403],
    [
      'no origin, said to be from here',
      { method: 'POST', headers: { host: own.host, 'sec-fetch-site': 'same-origin' }, body: 'x' },
      200,
    ],
    ['too much', { method: 'POST', headers: { ...own, 'content-length': '50000000' }, body: 'x' }, 413],
    [
      'of no stated length',
      { method: 'POST', headers: { ...own, 'transfer-encoding': 'chunked' }, body: 'x' },
      411,
    ],
  ])('%s', async (_name, init, status) => expect(await through(init)).toBe(status))
})
