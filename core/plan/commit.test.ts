import { boatyard } from '~/tests/kit/yard'
import { good } from '../lib/outcome'
import { applyChange, diffSites } from './change'
import { commit } from './commit'
import type { Later } from './stale'
import { applyEdits } from './edits'
import type { Edit } from './edits'
import { integrityProblems } from './integrity'
import type { AnyRecord, Collection, Site } from './types'

const site = boatyard()
const put = (collection: Collection, record: AnyRecord): Edit => ({ op: 'put', collection, record })
const remove = (collection: Collection, id: string): Edit => ({ op: 'remove', collection, id })
const deviceNamed = (id: string) => site.devices.find((device) => device.id === id)!
const portOf = (id: string, number: number, nativeVlan: number): Edit => ({
  op: 'port',
  deviceId: id,
  port: { ...deviceNamed(id).ports.find((port) => port.number === number)!, nativeVlan },
})

/** Things that two people could do at the same time, one edit each. */
const DEEDS: Record<string, Edit[]> = {
  'port 3 of the switch': [portOf('switch', 3, 36)],
  'port 4 of the switch': [portOf('switch', 4, 36)],
  'another name for the switch': [put('devices', { ...deviceNamed('switch'), name: 'Loft switch' })],
  'a place for the switch': [put('devices', { ...deviceNamed('switch'), place: 'Loft' })],
  'the switch is taken out': [remove('devices', 'switch')],
  'an access point is taken out': [remove('devices', 'ap-gate')],
  'the SSID only there': [put('ssids', { ...site.ssids[0]!, accessPointIds: ['ap-gate'], groupIds: null })],
  'another name for the network': [put('networks', { ...site.networks[1]!, name: 'Hands' })],
  'the network goes': [remove('networks', site.networks[1]!.id)],
  'a key for it': [put('profiles', { ...site.profiles[0]!, name: 'Other key' })],
  'a rule up': [{ op: 'move', collection: 'rules', id: site.rules[4]!.id, index: 0 }],
  'a rule goes': [remove('rules', site.rules[2]!.id)],
  'a cable goes': [remove('links', site.links[3]!.id)],
  'the notes': [{ op: 'describe', header: { notes: 'Bring the long ladder.' } }],
  'the place': [{ op: 'describe', header: { place: 'By the slip' } }],
}

const laterThan = (edits: Edit[], revision = 2): Later => ({
  revision,
  who: 'R. Amber',
  label: 'first',
  change: diffSites(site, applyEdits(site, edits)),
})
const both = (first: Edit[], second: Edit[]) =>
  commit(applyEdits(site, first), [laterThan(first)], () => good(second))

const PAIRS = Object.keys(DEEDS).flatMap((first) =>
  Object.keys(DEEDS).map((second) => [first, second] as const),
)

test.each(PAIRS)(
  '%s, then %s: side by side in either order, or refused with both states',
  (first, second) => {
    const [a, b] = [DEEDS[first]!, DEEDS[second]!]
    const made = both(a, b)
    if (made.ok) {
      expect(integrityProblems(made.value.after)).toEqual([])
      expect(made.value.after).toEqual(applyEdits(applyEdits(site, b), a))
      expect(applyChange(applyEdits(site, a), made.value.change)).toEqual(made.value.after)
    } else expect(made.problems).toEqual(made.problems.map(() => expect.objectContaining({ code: 'stale' })))
  },
)

test.each([
  ['port 3 of the switch', 'port 4 of the switch', true],
  ['port 3 of the switch', 'port 3 of the switch', false],
  ['port 3 of the switch', 'the switch is taken out', false],
  ['port 3 of the switch', 'another name for the switch', false],
  ['the switch is taken out', 'port 3 of the switch', false],
  ['an access point is taken out', 'the SSID only there', false],
  // It names the access point now: taking that out would undo it unseen.
  ['the SSID only there', 'an access point is taken out', false],
  ['another name for the network', 'the network goes', false],
  ['a rule up', 'a rule goes', true],
  ['the notes', 'the place', true],
  ['a key for it', 'another name for the network', true],
])('%s, then %s: taken %s', (first, second, taken) => {
  expect(both(DEEDS[first]!, DEEDS[second]!).ok).toBe(taken)
})

test('both states stand in the refusal: what it was, is, and was meant', () => {
  const made = both(DEEDS['another name for the switch']!, DEEDS['a place for the switch']!)
  expect(made.ok ? [] : made.problems).toMatchObject([
    {
      message: expect.stringContaining('Loft switch was changed by R. Amber meanwhile (“first”, revision 2)'),
      states: [
        { field: 'name', was: 'Chandlery switch', now: 'Loft switch', yours: 'Chandlery switch' },
        { field: 'place', yours: 'Loft' },
      ],
    },
  ])
})

test('no key stands in a refusal', () => {
  const [profile] = site.profiles
  const keyed = (passphrase: string) => [put('profiles', { ...profile!, passphrase })]
  const made = both(keyed('tar-and-oakum-1'), keyed('tar-and-oakum-2'))
  expect(made.ok).toBe(false)
  expect(JSON.stringify(made)).not.toMatch(/tar-and-oakum/)
})

test('edits are made on the plan that was seen, and land on the plan as it is', () => {
  const seen: Site[] = []
  const made = commit(applyEdits(site, DEEDS['the notes']!), [laterThan(DEEDS['the notes']!)], (plan) => {
    seen.push(plan)
    return good(DEEDS['the place']!)
  })
  expect(seen).toEqual([site])
  expect(made.ok && made.value.after).toMatchObject({ notes: 'Bring the long ladder.', place: 'By the slip' })
})

test('what contradicts the plan as it is by now is refused, though it was right when it was begun', () => {
  const free = site.devices
    .find(({ id }) => id === 'switch')!
    .ports.filter(
      ({ number }) =>
        !site.links.some(({ a, b }) =>
          [a, b].some((end) => end.deviceId === 'switch' && end.port === number),
        ),
    )[0]!
  const plug = (id: string, to: string): Edit =>
    put('links', {
      id,
      a: { deviceId: 'switch', port: free.number },
      b: { deviceId: to, port: deviceNamed(to).ports.at(-1)!.number },
      lengthM: 1,
      category: 'cat6',
      statedMbps: null,
    })
  const made = both([plug('one', 'sw-gate')], [plug('two', 'sw-cafe')])
  expect(made.ok ? [] : made.problems.map(({ code }) => code)).toContain('cable.twice')
})
