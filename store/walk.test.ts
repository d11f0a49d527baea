/** A plan changed, taken back and made again at random: what the store has in hand, what the disk has, and what is shared. */
import type { Random } from '~/core/lib/random'
import { seededRandom } from '~/core/lib/random'
import { good } from '~/core/lib/outcome'
import { COLLECTIONS, HEADER_FIELDS } from '~/core/plan'
import type { AnyRecord, Edit, Site } from '~/core/plan'
import { boatyard, demoYard } from '~/tests/kit/yard'
import { openDatabase, storeOn } from './index'

const WHO = 'R. Amber'

/** As it comes from a browser: a copy, its fields in another order. */
const sent = <T extends object>(record: T): T =>
  Object.fromEntries(Object.entries(structuredClone(record)).reverse()) as T

/** Edits that any plan takes: of one port, of whole records, of the words, of an order; and some that take something out. */
function anyEdit(site: Site, random: Random, turn: number): Edit {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T
  const device = pick(site.devices)
  const kinds: (() => Edit)[] = [
    () => ({
      op: 'describe',
      header: sent({ notes: `Turn ${turn}`, ground: { ...site.ground, clientHeightM: 1 + turn / 100 } }),
    }),
    () => ({ op: 'put', collection: 'devices', record: sent({ ...device, place: `Shelf ${turn}` }) }),
    () => ({
      op: 'move',
      collection: 'networks',
      id: pick(site.networks).id,
      index: Math.floor(random() * site.networks.length),
    }),
    () => ({ op: 'put', collection: 'ssids', record: sent({ ...pick(site.ssids), name: `Berth ${turn}` }) }),
    () =>
      site.rules.length > 2
        ? { op: 'remove', collection: 'rules', id: pick(site.rules).id }
        : { op: 'describe', header: { place: `Slip ${turn}` } },
    () => {
      const [port] = device.ports
      return port
        ? { op: 'port', deviceId: device.id, port: sent({ ...port, speedMbps: pick([100, 1000, 2500]) }) }
        : { op: 'describe', header: { contact: `Desk ${turn}` } }
    },
    // The same again: nothing changes.
    () => ({ op: 'put', collection: 'devices', record: sent(device) }),
  ]
  return pick(kinds)()
}

/** Where two values say the same and are two objects all the same, by the way to it. Parts of lists are told apart by their place. */
function needlessCopies(before: unknown, after: unknown, way: string): string[] {
  if (before === after || typeof before !== 'object' || typeof after !== 'object' || !before || !after)
    return []
  if (JSON.stringify(before) === JSON.stringify(after)) return [way]
  return Object.entries(after).flatMap(([key, part]) =>
    needlessCopies((before as Record<string, unknown>)[key], part, `${way} ${key}`),
  )
}

const copies = (before: Site, after: Site): string[] => [
  ...HEADER_FIELDS.flatMap((field) => needlessCopies(before[field], after[field], field)),
  ...COLLECTIONS.flatMap((collection) => {
    const old = new Map((before[collection] as AnyRecord[]).map((record) => [record.id, record]))
    return (after[collection] as AnyRecord[]).flatMap((record) =>
      needlessCopies(old.get(record.id), record, `${collection} ${record.id}`),
    )
  }),
]

test.each([
  ['the demo', demoYard(), 11],
  ['the boatyard', boatyard(), 12],
  ['the boatyard', boatyard(), 13],
])('%s: any way back and forth leads where it came from, on disk too (seed %#)', (_name, first, seed) => {
  const random = seededRandom(seed)
  const db = openDatabase(':memory:')
  const store = storeOn(db)
  const id = store.sites.create(first)
  const now = () => store.sites.read(id)!
  /** The states that undo leads back through, and those that redo leads on to. */
  const behind: Site[] = []
  const ahead: Site[] = []
  for (let turn = 0; turn < 60; turn++) {
    const { site: before, revision } = now()
    const dice = random()
    if (dice < 0.6) {
      const done = store.edits.commit(id, `turn ${turn}`, { who: WHO, base: revision }, (site) =>
        good([anyEdit(site, random, turn)]),
      )
      expect(done.ok).toBe(true)
      if (now().revision > revision) {
        behind.push(before)
        ahead.length = 0
      } else expect(now().site).toBe(before)
    } else {
      const way = dice < 0.85 ? 'undo' : 'redo'
      const [from, to] = way === 'undo' ? [behind, ahead] : [ahead, behind]
      const goal = from.pop()
      const done = store.edits.step(id, way, { who: WHO, base: revision })
      expect(done.ok).toBe(goal !== undefined)
      if (!goal) continue
      to.push(before)
      expect(now().site).toEqual(goal)
    }
    expect(copies(before, now().site)).toEqual([])
    expect(storeOn(db).sites.read(id)).toEqual(now())
  }
  expect(behind.length + ahead.length).toBeGreaterThan(5)
  while (behind.length > 0) {
    store.edits.step(id, 'undo', { who: WHO, base: now().revision })
    expect(now().site).toEqual(behind.pop())
  }
  expect(now().site).toEqual(first)
})
