import { applyEdits, deviceOf } from '../../../plan'
import type { Site } from '../../../plan'
import {
  boatyard,
  demoYard,
  longMole,
  spoiltDemoYard,
  withDevice,
  withNetwork,
  withPort,
} from '~/tests/kit/yard'
import { changesBetween } from '../changes/changesBetween'
import { stateMaker } from './siteAt'

const all = (present: Site, target: Site) => {
  const changes = changesBetween(present, target)
  const { siteAt } = stateMaker({ present, target, changes })
  return { changes, before: siteAt(new Set()), after: siteAt(new Set(changes.map(({ id }) => id))) }
}

/** What of a plan is in the gear; a network is as its router and its server know it. */
const inGear = ({ devices, links, networks, rules, forwards }: Site) => ({
  // Whether a part is on the list is on paper.
  devices: devices,
  links: [...links].sort((a, b) => a.id.localeCompare(b.id)),
  networks: [...networks].sort((a, b) => a.id.localeCompare(b.id)),
  rules,
  forwards,
})

test('present equal to target: no change', () => {
  for (const site of [boatyard(), demoYard(), longMole()]) expect(changesBetween(site, site)).toEqual([])
})

test.each([
  ['the planted mistakes mended', () => spoiltDemoYard(), () => demoYard()],
  ['and back', () => demoYard(), () => spoiltDemoYard()],
])('%s: nothing done is what is there, all done is what is meant', (_name, from, to) => {
  const [present, target] = [from(), to()]
  const { changes, before, after } = all(present, target)
  expect(changes.length).toBeGreaterThan(10)
  expect(inGear(before).links).toEqual(inGear(present).links)
  for (const { id } of present.devices)
    expect({ ...deviceOf(before, id), name: '' }).toEqual({ ...deviceOf(present, id), name: '' })
  expect(inGear(after)).toEqual(inGear(target))
})

test('a port’s tags that come and go are two changes, the coming first', () => {
  const target = withPort(boatyard(), 'sw-gate', 1, { taggedVlans: [24, 61] })
  const present = withPort(boatyard(), 'sw-gate', 1, { taggedVlans: [24, 60] })
  const { changes } = all(present, target)
  expect(changes.map(({ id, after, becomes }) => [id, after, becomes])).toEqual([
    ['sw-gate/vlans:1/add', [], 'trunk, tagged 24, 60, 61'],
    ['sw-gate/vlans:1/remove', ['sw-gate/vlans:1/add'], 'trunk, tagged 24, 61'],
  ])
  const { siteAt } = stateMaker({ present, target, changes })
  const tags = (...done: string[]) =>
    deviceOf(siteAt(new Set(done)), 'sw-gate')?.ports.find(({ number }) => number === 1)?.taggedVlans
  expect([tags(), tags('sw-gate/vlans:1/add')]).toEqual([
    [24, 60],
    [24, 60, 61],
  ])
})

test('a network renumbered: each device has its own share, and the state between holds both', () => {
  const target = withNetwork(boatyard(), 'crew', { vlanId: 25 })
  const changes = changesBetween(boatyard(), target)
  const { siteAt } = stateMaker({ present: boatyard(), target, changes })
  expect(changes.map(({ id }) => id)).toContain('gateway/interface:crew')
  const half = siteAt(new Set(changes.filter(({ deviceId }) => deviceId === 'gateway').map(({ id }) => id)))
  const ofCrew = half.networks
    .filter(({ name }) => name === 'Crew')
    .map(({ vlanId, routedBy }) => [vlanId, routedBy])
  expect(ofCrew).toEqual([
    [25, 'gateway'],
    [24, null],
  ])
})

test('gear that comes, goes, and moves to another socket takes hands', () => {
  const site = boatyard()
  const gone = applyEdits(site, [
    { op: 'remove', collection: 'devices', id: 'nvr' },
    { op: 'remove', collection: 'links', id: site.links.find(({ b }) => b.deviceId === 'nvr')!.id },
  ])
  const { changes, after } = all(gone, site)
  expect(changes.map(({ id }) => id.replace(/\/l-.*/, '/link'))).toEqual(['nvr/comes', 'cable/link'])
  expect(changes.every(({ pageId }) => pageId === null)).toBe(true)
  expect(changes[1]?.after).toEqual(['nvr/comes'])
  expect(inGear(after)).toEqual(inGear(site))
  const moved = withDevice(site, 'printer', {
    position: { levelId: 'l', at: [1, 2], heightM: 1, antennaId: null, azimuthDeg: 0 } as never,
  })
  expect(changesBetween(site, moved).map(({ id, pageId }) => [id, pageId])).toEqual([['printer/place', null]])
})
