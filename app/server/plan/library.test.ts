import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { typesCsv } from '~/core/formats'
import { emptySite, STARTER_TYPES } from '~/core/plan'
import { yard } from '~/tests/kit/yard'
import { writeSiteFile } from '~/schema/siteFile'
import { store } from '../sites/store.server'
import { doLibrary } from './library.server'

const directory = mkdtempSync(join(tmpdir(), 'yard-beacon-library-'))
process.env.YARD_BEACON_DATA = directory
afterAll(() => rmSync(directory, { recursive: true, force: true }))

const made = () => store().sites.create(yard())
const form = (fields: Record<string, string | File>): FormData => {
  const data = new FormData()
  for (const [name, value] of Object.entries(fields)) data.append(name, value)
  return data
}
const file = (text: string) => form({ intent: 'import', file: new File([text], 'types') })
const own = () =>
  store()
    .ownTypes.all()
    .map(({ id }) => id)
afterEach(() => own().forEach((id) => store().ownTypes.remove(id)))

test('a type that is kept is there in every site, and can be let go', async () => {
  const [one, two] = [made(), made()]
  expect(await doLibrary(one, form({ intent: 'keep', typeId: 't-ap2' }))).toEqual({ ok: true, value: 1 })
  expect(own()).toEqual(['t-ap2'])
  expect(await doLibrary(two, form({ intent: 'keep', typeId: 'nothing' }))).toMatchObject({ ok: false })
  await doLibrary(two, form({ intent: 'forget', typeId: 't-ap2' }))
  expect(own()).toEqual([])
})

test('types come from a table, and from a site file', async () => {
  const id = made()
  expect(await doLibrary(id, file(typesCsv(STARTER_TYPES)))).toMatchObject({ ok: true })
  expect(own()).toEqual(STARTER_TYPES.map((type) => type.id).sort())
  const site = { ...emptySite('Types'), deviceTypes: [{ ...STARTER_TYPES[0]!, id: 'mine' }] }
  expect(await doLibrary(id, file(writeSiteFile(site, true)))).toMatchObject({ ok: true })
  expect(own()).toContain('mine')
})

test.each([
  ['name,kind\nX,toaster', /Row 2, kind/],
  ['name,kind,factory_address\nX,switch,fixed', /its factory address is missing/],
  ['name,kind,outdoor\nX,switch,IP', /IP65/],
  ['name,kind,poe_class\nX,switch,12', /The most accepted is 8/],
  ['{ "format": "something" }', /./],
  ['', /empty/],
])('%j: refused whole, and nothing is kept', async (text, words) => {
  const done = await doLibrary(made(), file(text))
  expect(done.ok ? '' : done.problems.map(({ message }) => message).join(' ')).toMatch(words)
  expect(own()).toEqual([])
})

test('sizes with a hole, or that shrink, are refused by row', async () => {
  const type = STARTER_TYPES.find(({ id }) => id === 't-controller-vm')!
  const site = {
    ...emptySite('Types'),
    deviceTypes: [{ ...type, capacity: [type.capacity[1]!, type.capacity[0]!] }],
  }
  const shrunk = await doLibrary(made(), file(writeSiteFile(site, true)))
  expect(shrunk.ok ? [] : shrunk.problems).toMatchObject([{ path: ['deviceTypes', 0, 'capacity', 1] }])
  const { diskGb: _gone, ...hole } = type.capacity[0]!
  const text = writeSiteFile(
    { ...site, deviceTypes: [{ ...type, capacity: [hole as (typeof type.capacity)[0]] }] },
    true,
  )
  const holed = await doLibrary(made(), file(text))
  expect(holed.ok ? [] : holed.problems.map(({ path }) => path.join('.'))).toEqual([
    'deviceTypes.0.capacity.0.diskGb',
  ])
})
