import type { Phase } from '~/core/world'
import { PLAIN_WORD } from '~/core/world'
import { bandOf, inBands, isLate, matching } from './bands'
import type { BoardDevice } from './boardState'

const device = (part: Partial<BoardDevice>): BoardDevice => ({
  id: 'x',
  name: 'Slip AP',
  kind: 'accessPoint',
  place: 'mast',
  typeName: '',
  hasSwitch: false,
  controllerId: null,
  setUpBy: 'hand',
  phase: 'running',
  sinceS: 100,
  span: null,
  why: null,
  ip: '10.0.0.9',
  listedAt: null,
  switchedOn: true,
  isFactory: false,
  byRadio: false,
  differs: false,
  ...part,
})

test.each<[Partial<BoardDevice>, string]>([
  [{ phase: 'running' }, 'running'],
  [{ phase: 'byRadio' }, 'running'],
  [{ phase: 'waiting' }, 'person'],
  [{ phase: 'factory' }, 'person'],
  [{ phase: 'booting', span: [60, 120] }, 'underWay'],
  [{ phase: 'booting', span: [60, 120], sinceS: 0 }, 'trouble'],
  [{ phase: 'discovering', why: 'nobody answers' }, 'trouble'],
  [{ phase: 'addressing', why: 'It waits for its parent Gable AP to run.' }, 'underWay'],
  [{ phase: 'adrift', span: [45, 90] }, 'underWay'],
  [{ phase: 'adrift' }, 'trouble'],
  [{ phase: 'dark', why: 'Its supply is not switched on.' }, 'dark'],
  [{ phase: 'dark', why: 'Switch 3 is not up, so it gives no power.' }, 'dark'],
  [{ phase: 'dark', why: 'PoE is off on Switch port 3.' }, 'trouble'],
  [{ phase: 'refused', why: 'no licence' }, 'trouble'],
])('%j is in the band %s', (part, band) => expect(bandOf(device(part), 130)).toBe(band))

test('every phase is in one band, and every device on the board once', () => {
  const all = (Object.keys(PLAIN_WORD) as Phase[]).map((phase) => device({ id: phase, phase }))
  const bands = Object.values(inBands(all, 130)).flat()
  expect(bands.map(({ id }) => id).sort()).toEqual(all.map(({ id }) => id).sort())
})

test('late is longer than usual with nothing that it waits for', () => {
  expect(isLate(device({ span: [5, 10], sinceS: 0 }), 12)).toBe(true)
  expect(isLate(device({ span: [5, 10], sinceS: 0, why: 'something' }), 12)).toBe(false)
})

test('a search finds by name, place, address, phase and reason, all words of it', () => {
  const list = [device({}), device({ id: 'y', name: 'Gate AP', why: 'PoE is off' })]
  expect(matching(list, 'gate poe').map(({ id }) => id)).toEqual(['y'])
  expect(matching(list, '10.0.0.9 mast')).toHaveLength(2)
  expect(matching(list, ' ')).toHaveLength(2)
})
