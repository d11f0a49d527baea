import { applyEdits } from './edits'
import { freshSite } from './freshSite'
import { integrityProblems } from './integrity'
import { STARTER_TYPES } from './starterTypes'
import { gearEdits, typesAtHand } from './takenGear'

const type = (id: string) => STARTER_TYPES.find((one) => one.id === id)!

test('names count on from those that are there, and a type that the site lacks comes along once', () => {
  const empty = { ...freshSite('x'), deviceTypes: [] }
  let n = 0
  const newId = () => `d${n++}`
  const once = applyEdits(empty, gearEdits(empty, [{ type: type('t-ap2'), count: 2 }], newId))
  const twice = applyEdits(
    once,
    gearEdits(
      once,
      [
        { type: type('t-ap2'), count: 1 },
        { type: type('t-ap2'), count: 1 },
        { type: type('t-modem'), count: 1 },
      ],
      newId,
    ),
  )
  expect(twice.devices.map(({ name }) => name)).toEqual([
    'Ceiling AP 1',
    'Ceiling AP 2',
    'Ceiling AP 3',
    'Ceiling AP 4',
    'Fibre modem 1',
  ])
  expect(twice.deviceTypes.map(({ id }) => id)).toEqual(['t-ap2', 't-modem'])
  expect(integrityProblems(twice)).toEqual([])
})

test('the site’s own type goes before a kept one and the usual one of its id', () => {
  const own = { ...type('t-ap2'), name: 'Ours' }
  const kept = { ...type('t-ap2'), name: 'Kept' }
  const all = typesAtHand({ ...freshSite('x'), deviceTypes: [own] }, [kept, { ...kept, id: 'else' }])
  expect(all.filter(({ id }) => id === 't-ap2')).toEqual([own])
  expect(all.slice(0, 2).map(({ id }) => id)).toEqual(['t-ap2', 'else'])
  expect(all).toHaveLength(STARTER_TYPES.length + 1)
})
