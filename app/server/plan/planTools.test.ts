/** Helpers, tables and files as the routes call them, over a store of their own. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { addressesCsv, portsCsv } from '~/core/formats'
import { boatyard, spoiltBoatyard, withDevice } from '~/tests/kit/yard'
import { importCsv } from './csvImport.server'
import { download, fileName } from '../files/download.server'
import { evaluated } from '../derived/evaluated.server'
import { filesOf } from '../files/files.server'
import { propose } from './propose.server'
import { reachOf } from '../derived/reach.server'
import { store } from '../sites/store.server'
import { loader as fileLoader } from '../../screens/proof/file.route'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-tools-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const made = (site = boatyard()) => store().sites.create(site)
const plan = (id: string) => store().sites.read(id)!

describe('helpers', () => {
  const ask = (id: string, take: boolean, more: object) => propose(id, { revision: 1, take, ...more })
  const addresses = { kind: 'addresses', block: '10.64.0.0/16', fixedRoom: 10, growthPercent: 50 }

  test('are shown without a change, and taken as one', () => {
    const id = made()
    expect(ask(id, false, addresses)).toMatchObject({ ok: true, value: { taken: false } })
    expect(plan(id).revision).toBe(1)
    expect(ask(id, true, addresses)).toMatchObject({ ok: true, value: { taken: true } })
    expect(plan(id).revision).toBe(2)
    expect(plan(id).site.networks.every(({ subnet }) => subnet.startsWith('10.64.'))).toBe(true)
    expect(plan(id).site.profiles).toEqual(boatyard().profiles)
    expect(store().edits.step(id, 'undo', { who: '', base: 2 }).ok).toBe(true)
    expect(plan(id).site).toEqual(boatyard())
  })

  test('are refused on an old revision, and where nothing is to be done leave the plan alone', () => {
    const id = made()
    expect(propose(id, { revision: 7, take: true, ...addresses })).toMatchObject({
      problems: [{ code: 'stale' }],
    })
    expect(ask(id, true, { kind: 'vlans', method: 'thirdOctet' })).toMatchObject({
      value: { taken: false, changes: 0 },
    })
    expect(plan(id).revision).toBe(1)
  })

  test.each<[string, object, string]>([
    ['another kind', { kind: 'magic' }, 'Accepted: addresses, vlans, trunks, ports, secondRouter.'],
    ['no block', { kind: 'addresses', fixedRoom: 1, growthPercent: 1 }, 'This field is missing.'],
    ['a block that is none', { ...addresses, block: '10.64.0.0/99' }, 'from /0 to /32'],
    ['negative growth', { ...addresses, growthPercent: -1 }, 'The least accepted is 0.'],
    ['no such switch', { kind: 'ports', switchId: 'gateway' }, 'Choose a managed switch.'],
    [
      'no such router',
      {
        kind: 'secondRouter',
        routerId: 'switch',
        method: 'lanToLan',
        outerNetworkId: 'crew',
        at: { deviceId: 'switch', port: 11 },
      },
      'Choose a household router.',
    ],
  ])('refused by name: %s', (_name, request, words) => {
    const outcome = ask(made(), true, request)
    expect(outcome.ok ? '' : outcome.problems.map(({ message }) => message).join(' ')).toContain(words)
  })

  test('each kind proposes something for the spoilt yard', () => {
    const id = made(spoiltBoatyard())
    expect(ask(id, true, { kind: 'trunks' })).toMatchObject({ value: { taken: true } })
    expect(ask(id, false, { kind: 'ports', switchId: 'sw-shed', alsoPlug: [] }).ok).toBe(true)
    const at = { deviceId: 'switch', port: 11 }
    const recipe = ask(id, false, {
      kind: 'secondRouter',
      routerId: 'cafe-router',
      method: 'lanToWan',
      outerNetworkId: 'crew',
      at,
    })
    expect(recipe.ok && recipe.value.steps.at(-1)).toContain('ping its own address')
  })

  test('a site that is gone is said to be', () => expect(ask('nowhere', false, addresses).ok).toBe(false))
})

describe('tables', () => {
  const form = (fields: Record<string, string>, text: string | null) => {
    const data = new FormData()
    for (const [name, value] of Object.entries({ what: 'ports', take: 'false', revision: '1', ...fields }))
      data.set(name, value)
    if (text !== null) data.set('file', new File([text], 'table.csv'))
    return data
  }
  const LINE = 'device;port;native_vlan\nWorkshop switch;6;36\n'

  test('the plan’s own tables change nothing', async () => {
    const id = made()
    for (const [what, text] of [
      ['ports', portsCsv(boatyard())],
      ['addresses', addressesCsv(boatyard())],
    ] as const)
      expect(await importCsv(id, form({ what }, text))).toMatchObject({
        ok: true,
        value: { changeCount: 0, problemCount: 0, taken: false },
      })
  })

  test('shown first, then taken, then undone', async () => {
    const id = made()
    expect(await importCsv(id, form({}, LINE))).toMatchObject({
      value: { separator: 'semicolons', rows: 1, changeCount: 1, taken: false },
    })
    expect(plan(id).revision).toBe(1)
    expect(await importCsv(id, form({ take: 'true' }, LINE))).toMatchObject({ value: { taken: true } })
    expect(plan(id).site.devices.find(({ id: one }) => one === 'sw-shed')?.ports[5]?.nativeVlan).toBe(36)
    store().edits.step(id, 'undo', { who: '', base: 2 })
    expect(plan(id).site).toEqual(boatyard())
  })

  test('one bad row holds all the others back', async () => {
    const id = made()
    const outcome = await importCsv(id, form({ take: 'true' }, `${LINE}Workshop switch;99;36\n`))
    expect(outcome.ok ? '' : outcome.problems[0]?.message).toBe(
      'Row 3, Port: Workshop switch has no port “99”. It has ports 1 to 8.',
    )
    expect(plan(id).revision).toBe(1)
  })

  test('an address that another device holds passes the rows and is refused by the plan only where it contradicts itself', async () => {
    const id = made()
    const twice = 'device,ip\nLogin server,172.27.12.3\n'
    expect(await importCsv(id, form({ what: 'addresses', take: 'true' }, twice))).toMatchObject({
      value: { taken: true },
    })
    expect(evaluated(plan(id).site).findings.map(({ code }) => code)).toContain('ADR-4')
  })

  test('a column can be chosen by hand, a wrong choice is refused', async () => {
    const id = made()
    const odd = 'gadget|socket|pvid\nWorkshop switch|6|36\n'
    const mapping = (map: unknown) => form({ mapping: JSON.stringify(map) }, odd)
    expect(await importCsv(id, form({}, odd))).toMatchObject({ value: { problems: [{ column: 'Device' }] } })
    expect(await importCsv(id, mapping({ device: 0, port: 1, native_vlan: 2 }))).toMatchObject({
      value: { changeCount: 1 },
    })
    expect((await importCsv(id, mapping({ device: 'first' }))).ok).toBe(false)
    expect((await importCsv(id, mapping('x'))).ok).toBe(false)
  })

  test.each<[string, Record<string, string>, string | null, string]>([
    ['no file', {}, null, 'Choose a file first.'],
    ['an empty file', {}, '', 'The file is empty.'],
    ['another kind of table', { what: 'rules' }, LINE, 'Accepted: ports, addresses.'],
    ['no revision', { revision: 'x' }, LINE, 'revision'],
  ])('refused: %s', async (_name, fields, text, words) => {
    const outcome = await importCsv(made(), form(fields, text))
    expect(outcome.ok ? '' : outcome.problems.map(({ message }) => message).join(' ')).toContain(words)
  })

  test('a hundred thousand rows of strangers are counted, and a few are shown', async () => {
    const outcome = await importCsv(made(), form({}, `device,port\n${'nobody,1\n'.repeat(100_000)}`))
    expect(outcome.ok && [outcome.value.problemCount, outcome.value.problems.length]).toEqual([100_000, 60])
  })
})

describe('files and the matrix', () => {
  test('every file has its own id, and none its text or a key', () => {
    const files = filesOf(made())
    expect(new Set(files.map(({ id }) => id)).size).toBe(files.length)
    expect(JSON.stringify(files)).not.toContain('text')
    expect(
      files.filter(({ holdsKeys }) => holdsKeys).every(({ id }) => /hostapd|clients|users/.test(id)),
    ).toBe(true)
  })

  test('a file that its format cannot hold is listed with the reason, and refused with it', () => {
    const server = boatyard().devices.find(({ id }) => id === 'radius')!
    const users = [{ name: 'DEFAULT', password: 'slipway' }]
    const id = made(withDevice(boatyard(), 'radius', { radius: { ...server.radius!, users } }))
    const listed = filesOf(id).find((file) => file.id === 'radius.users')!
    expect(listed.refused.map(({ message }) => message).join()).toContain(
      'which FreeRADIUS takes for everybody',
    )
    const request = new Request(`http://127.0.0.1/sites/${id}/files/radius.users?keys=included`)
    const asked = () => fileLoader({ params: { siteId: id, fileId: 'radius.users' }, request } as never)
    expect(asked).toThrow(
      expect.objectContaining({
        init: { status: 422 },
        data: expect.stringMatching(
          /^login-server\.users\.txt is not written.*Change that in the plan/,
        ) as string,
      }) as Error,
    )
    expect(JSON.stringify(listed)).not.toContain('slipway')
  })

  test('a download is never kept, and its name is plain', async () => {
    const answer = download(fileName('Tern Quay “Boatyard”', '.json'), 'x', 'text/plain')
    expect(answer.headers.get('content-disposition')).toBe('attachment; filename="tern-quay-boatyard.json"')
    expect(answer.headers.get('cache-control')).toBe('no-store')
    expect(await answer.text()).toBe('x')
  })

  test('the matrix of the page: own cells too, a few places named, the odd ones in words', () => {
    const cells = reachOf(made(spoiltBoatyard()))
    const crew = cells.find(
      ({ fromNetworkId, targetId }) => fromNetworkId === 'crew' && targetId === 'internet',
    )
    expect(crew?.oddOnes).toContain('TernQuay-Crew on Workshop AP 2 only')
    expect(
      cells.filter(({ fromNetworkId, targetId }) => targetId === `network:${fromNetworkId}`),
    ).toHaveLength(6)
    expect(
      Math.max(...cells.flatMap(({ exceptions }) => exceptions.map(({ places }) => places.length))),
    ).toBeLessThanOrEqual(5)
  })

  test('a plan is evaluated once while it stands', () => {
    const id = made()
    expect(evaluated(plan(id).site)).toBe(evaluated(plan(id).site))
  })
})
