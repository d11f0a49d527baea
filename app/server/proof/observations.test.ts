/** What a person saw, from the form to the record: the server's own functions over a store of their own. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { yard } from '~/tests/kit/yard'
import { doAtBench } from '../staging/benchActions.server'
import { makeEdits } from '../plan/edit.server'
import { observationsOf, stagedGear, takeObservations } from './observations.server'
import { siteFrame } from '../derived/frame.server'
import { openedFrame } from '../../wire/frames'
import { store } from '../sites/store.server'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-server-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const frame = (id: string) => openedFrame(siteFrame(id, new URLSearchParams()))
const ping = (answered: boolean) => ({
  kind: 'ping',
  fromNetworkId: 'berths',
  to: { networkId: 'crew' },
  answered,
})
const asking = (): string =>
  store().sites.create({
    ...yard(),
    requirements: [
      { id: 'r1', fromNetworkId: 'berths', to: { networkId: 'crew' }, strength: 'mustNot' },
      { id: 'r2', fromNetworkId: 'crew', to: 'internet', strength: 'must' },
    ],
  })
const say = (id: string, seen: unknown[], part: object = {}) =>
  takeObservations(id, { revision: 1, who: 'R. Amber', place: 'port 5', seen, ...part })

test('several at once prove requirements on this revision, and a tick follows', () => {
  const id = asking()
  const proof = () => frame(id).progress.find(({ stage }) => stage === 'proof')
  expect(proof()).toMatchObject({ done: false, says: '0 of 2 proven' })
  const outside = { kind: 'ping', fromNetworkId: 'crew', to: 'internet', answered: true }
  expect(say(id, [ping(false), outside])).toEqual({ ok: true, value: true })
  expect(proof()).toMatchObject({ done: true, says: '2 of 2 proven' })
  expect(observationsOf(id).seen.map(({ source, who }) => `${source} ${who}`)).toEqual([
    'typed R. Amber',
    'typed R. Amber',
  ])
})

test('a ping that should not have been answered contradicts, and can be taken back', () => {
  const id = asking()
  say(id, [ping(true)])
  expect(observationsOf(id).evidence[0]).toMatchObject({ state: 'contradicted' })
  takeObservations(id, { remove: observationsOf(id).seen[0]!.id })
  expect(observationsOf(id).evidence[0]).toMatchObject({ state: 'open', by: null })
})

test.each<[string, string, string]>([
  ['of another network it still holds', 'gear', 'proven'],
  ['of its own network it is to be measured again', 'crew', 'old'],
])('after an edit %s', (_what, networkId, state) => {
  const id = asking()
  say(id, [ping(false)])
  const network = yard().networks.find((one) => one.id === networkId)!
  makeEdits(id, {
    revision: 1,
    label: 'x',
    edits: [{ op: 'put', collection: 'networks', record: { ...network, name: 'Other' } }],
  })
  expect(observationsOf(id).evidence[0]).toMatchObject({ state })
})

test('a rehearsal ticks nothing, and running gear that was seen does', () => {
  const id = asking()
  doAtBench(id, { kind: 'setUp', begins: 'prepared' })
  const staging = () => frame(id).progress.find(({ stage }) => stage === 'staging')
  const { gear } = stagedGear(id)
  expect(staging()?.says).toBe(`0 of ${gear.length} seen running`)
  say(
    id,
    gear.map(({ id: deviceId }) => ({ kind: 'running', deviceId })),
  )
  expect(staging()?.says).toBe(`${gear.length} of ${gear.length} seen running`)
})

test.each<[string, unknown[], object, string]>([
  ['nobody named', [ping(true)], { who: '' }, 'who'],
  ['nothing seen', [], {}, 'seen'],
  [
    'an address that is none',
    [{ kind: 'address', attachmentId: 'port:switch:5', ip: '300.1.1.1' }],
    {},
    'seen.0.ip',
  ],
  ['a level above what is sent', [{ kind: 'level', areaId: 'a', rssiDbm: 12 }], {}, 'seen.0.rssiDbm'],
  ['a revision still to come', [ping(true)], { revision: 2 }, 'revision'],
  ['a kind nobody knows', [{ kind: 'hunch' }], {}, 'seen.0.kind'],
  ['a device that is gone', [{ kind: 'running', deviceId: 'nobody' }], {}, 'seen.0.deviceId'],
])('%s is refused with its field, and nothing is kept', (_name, seen, part, path) => {
  const id = asking()
  const taken = say(id, seen, part)
  expect(taken.ok ? [] : taken.problems.map((problem) => problem.path.join('.'))).toContain(path)
  expect(observationsOf(id).seen).toEqual([])
})
