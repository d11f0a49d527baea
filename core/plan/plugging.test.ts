import { boatyard } from '~/tests/kit/yard'
import { applyEdits } from './edits'
import { integrityProblems } from './integrity'
import { freeSockets, linkAt } from './lookups'
import { plugEdits, unplugEdits } from './plugging'

const site = boatyard()
const [first, second] = site.links
const [spare, other] = site.devices
  .flatMap((device) =>
    freeSockets(site, device)
      .slice(0, 1)
      .map(({ number }) => ({ deviceId: device.id, port: number })),
  )
  .filter(
    ({ deviceId }) =>
      ![first!, second!].some(({ a, b }) => a.deviceId === deviceId || b.deviceId === deviceId),
  )

test('a new cable between two free sockets', () => {
  const edits = plugEdits(site, spare!, other!, { id: 'new' })
  expect(edits).toEqual([
    {
      op: 'put',
      collection: 'links',
      record: {
        id: 'new',
        a: spare!,
        b: other!,
        lengthM: 2,
        category: 'cat6',
        statedMbps: null,
      },
    },
  ])
})

test('what is in either socket comes out, and nothing contradicts', () => {
  for (const id of ['new', first!.id, second!.id]) {
    const after = applyEdits(site, plugEdits(site, first!.a, second!.b, { id }))
    expect(integrityProblems(after)).toEqual([])
    expect(linkAt(after, first!.a)).toBe(linkAt(after, second!.b))
    expect(after.links).toHaveLength(site.links.length - 1)
  }
})

test('a cable that is moved keeps its figures and its drawn way', () => {
  const route = { id: 'way', linkId: first!.id, name: 'Way', points: [], spareM: 0 }
  const drawn = { ...site, cableRoutes: [route] }
  const after = applyEdits(drawn, plugEdits(drawn, spare!, first!.b, { id: first!.id }))
  expect(linkAt(after, spare!)).toEqual({ ...first, a: spare!, b: first!.b })
  expect(after.cableRoutes).toEqual([route])
})

test('joined already: either way round it stays as it is, or takes other figures', () => {
  expect(plugEdits(site, first!.a, first!.b, { id: 'x' })).toEqual([])
  expect(plugEdits(site, first!.b, first!.a, { id: 'x', lengthM: first!.lengthM })).toEqual([])
  expect(plugEdits(site, first!.b, first!.a, { id: 'x', lengthM: 77 })).toEqual([
    { op: 'put', collection: 'links', record: { ...first, lengthM: 77 } },
  ])
})

test('what the mains carry is said of mains only', () => {
  const stated = { id: 'm', category: 'mains', statedMbps: [40, 90] } as const
  const mains = applyEdits(site, plugEdits(site, spare!, other!, { ...stated, statedMbps: [40, 90] }))
  const copper = plugEdits(mains, spare!, other!, { id: 'm', category: 'cat6' })
  expect(linkAt(mains, spare!)?.statedMbps).toEqual([40, 90])
  expect(copper).toMatchObject([{ record: { category: 'cat6', statedMbps: null } }])
})

test('unplugging an empty socket does nothing', () => {
  expect(unplugEdits(site, spare!)).toEqual([])
  expect(unplugEdits(site, first!.a)).toEqual([{ op: 'remove', collection: 'links', id: first!.id }])
})
