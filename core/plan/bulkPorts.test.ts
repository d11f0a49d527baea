import { boatyard } from '~/tests/kit/yard'
import { bulkChanged, bulkEdits } from './bulkPorts'
import { newPort } from './defaults'

const none = { addTagged: [], removeTagged: [] }
const trunk = { ...newPort(1, 12), mode: 'trunk' as const, taggedVlans: [24], admit: 'all' as const }

test('tags are added and taken out, sorted, never the native one', () => {
  expect(bulkChanged(trunk, { addTagged: [60, 12], removeTagged: [24] }).taggedVlans).toEqual([60])
  expect(bulkChanged(trunk, { ...none, nativeVlan: 24 }).taggedVlans).toEqual([])
})

test('an access port carries no tags, and a new trunk admits all', () => {
  expect(bulkChanged(trunk, { ...none, mode: 'access' })).toMatchObject({
    taggedVlans: [],
    admit: 'untaggedOnly',
  })
  expect(bulkChanged(newPort(1, 12), { ...none, mode: 'trunk', addTagged: [24] })).toMatchObject({
    taggedVlans: [24],
    admit: 'all',
  })
})

test('what is left out stays; no native is not the same as left out', () => {
  expect(bulkChanged(trunk, none)).toEqual(trunk)
  expect(bulkChanged(trunk, { ...none, nativeVlan: null }).nativeVlan).toBeNull()
})

test('edits only where something changes, and none for ports that are not there', () => {
  const ends = [
    { deviceId: 'sw-shed', port: 2 },
    { deviceId: 'sw-shed', port: 5 },
    { deviceId: 'nowhere', port: 1 },
  ]
  expect(bulkEdits(boatyard(), ends, { ...none, poe: true })).toMatchObject([
    { op: 'port', port: { number: 5 } },
  ])
})
