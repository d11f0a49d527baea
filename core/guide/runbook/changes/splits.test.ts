import { demoYard, withNetwork, yard } from '~/tests/kit/yard'
import type { Site } from '../../../plan'
import { replay } from '../replay'
import { runbookOf, taskOf } from '../runbook'
import { groundOf } from '../search/ground'
import { stateMaker } from '../state/siteAt'
import { changesBetween } from './changesBetween'

/** The table of splits: each where it may be made, and where it may not. */

const planned = (present: Site, target: Site, port = 3) => {
  const task = taskOf(present, target, { deviceId: 'gateway', port })
  if (!task.ok) throw new Error(task.problems[0]?.message)
  return runbookOf(task.value)
}
const idsOf = (present: Site, target: Site) => changesBetween(present, target).map(({ id }) => id)

const renamed = (site: Site, id: string, name: string): Site => ({
  ...site,
  ssids: site.ssids.map((one) => (one.id === id ? { ...one, name } : one)),
})

test('an SSID gets another name: the new one stands beside the old, and clients are never without', () => {
  const present = demoYard()
  const ssid = present.ssids.find(({ networkId }) => networkId === 'crew')!
  const target = renamed(present, ssid.id, 'Crew afloat')
  const changes = changesBetween(present, target)
  const ofOne = changes.filter(({ deviceId }) => deviceId === changes[0]!.deviceId)
  expect(
    ofOne.map(({ what, was, becomes, after }) => [what, was.split(',')[0], becomes, after.length]),
  ).toEqual([
    ['SSID “Crew afloat”', 'not there', expect.stringMatching(/beside the old$/), 0],
    [`old SSID “${ssid.name}”`, expect.stringMatching(/^on Crew/), 'taken off', 1],
  ])
  const { siteAt } = stateMaker({ present, target, changes })
  const names = (done: string[]) =>
    siteAt(new Set(done))
      .ssids.map(({ name }) => name)
      .filter((name) => [ssid.name, 'Crew afloat'].includes(name))
  expect(names(changes.filter(({ id }) => id.endsWith('/add')).map(({ id }) => id)).sort()).toEqual(
    ['Crew afloat', ssid.name].sort(),
  )
  expect(names(changes.map(({ id }) => id))).toEqual(['Crew afloat'])
  const runbook = planned(present, target)
  const order = runbook.steps.flatMap(({ changes: set }) => set.map(({ id }) => id))
  for (const id of order.filter((one) => one.endsWith('/remove')))
    expect(order.indexOf(id.replace(/remove$/, 'add'))).toBeLessThan(order.indexOf(id))
  expect([runbook.stopped, runbook.cost?.outage]).toEqual([null, 0])
  expect(replay(runbook).surprises).toEqual([])
})

test('an SSID gets another key: by one name there is only one, and it is changed in place', () => {
  const present = demoYard()
  const target = {
    ...present,
    profiles: present.profiles.map((one) => ({ ...one, passphrase: 'a-key-of-its-own-and-long' })),
  }
  expect(idsOf(present, target).some((id) => /ssid:.*\/(add|remove)$/.test(id))).toBe(false)
})

test('a subnet moves: the router has old and new side by side, where they have nothing in common', () => {
  const present = yard()
  const crew = present.networks.find(({ id }) => id === 'crew')!
  const moved = withNetwork(present, 'crew', {
    vlanId: 240,
    subnet: '10.99.0.0/24',
    gateway: '10.99.0.1',
    pool: { start: '10.99.0.100', end: '10.99.0.200' },
  })
  expect(idsOf(present, moved)).toEqual(
    expect.arrayContaining([
      'gateway/interface:crew/add',
      'gateway/interface:crew/remove',
      'gateway/service:crew/add',
      'gateway/service:crew/remove',
    ]),
  )
  const ground = groundOf(planned(present, moved).task)
  const half = ground.look(new Set(['gateway/interface:crew/add', 'gateway/service:crew/add'])).site
  expect(
    half.networks.filter(({ name }) => name === crew.name).map(({ gateway, pool }) => [gateway, pool?.start]),
  ).toEqual([
    ['10.99.0.1', '10.99.0.100'],
    [crew.gateway, crew.pool?.start],
  ])
  // One range in two VLANs is refused by any router, and two ranges in one VLAN are two addresses at one interface.
  for (const part of [{ vlanId: 240 }, { subnet: '10.99.0.0/24', gateway: '10.99.0.1' }])
    expect(idsOf(present, withNetwork(present, 'crew', part))).toContain('gateway/interface:crew')
})

test('while the router has a network twice, what is ruled about it is ruled about both', () => {
  const present = demoYard()
  const moved = withNetwork(present, 'berths', {
    vlanId: 260,
    subnet: '10.99.0.0/22',
    gateway: '10.99.0.1',
    pool: { start: '10.99.0.100', end: '10.99.3.200' },
  })
  const ground = groundOf(planned(present, moved).task)
  const both = new Set(['gateway/interface:berths/add', 'gateway/service:berths/add'])
  expect([...both].every((id) => ground.byId.has(id))).toBe(true)
  expect([ground.faults(both), ground.cutOff(both)]).toEqual([[], 0])
})

/** Cables whose far ends change places all round. */
function swapped(site: Site, ids: string[]): Site {
  const ends = ids.map((id) => site.links.find((link) => link.id === id)!.a)
  return {
    ...site,
    links: site.links.map((link) => {
      const at = ids.indexOf(link.id)
      return at < 0 ? link : { ...link, a: ends[(at + 1) % ends.length]! }
    }),
  }
}

test.each([
  ['two', ['l-switch-ap-shop', 'l-switch-ap-office']],
  ['three', ['l-switch-ap-shop', 'l-switch-ap-office', 'l-switch-ap-gable']],
])('%s cables that change sockets all round: one is pulled out first', (_name, ids) => {
  const present = demoYard()
  const target = swapped(present, ids)
  const changes = changesBetween(present, target)
  expect(changes.filter(({ id }) => id.endsWith('/out'))).toHaveLength(1)
  const runbook = planned(present, target)
  expect(runbook.stopped).toBeNull()
  const { siteAt } = stateMaker({ present, target, changes })
  const all = siteAt(new Set(changes.map(({ id }) => id)))
  const sorted = (site: Site) => [...site.links].sort((a, b) => a.id.localeCompare(b.id))
  expect(sorted(all)).toEqual(sorted(target))
  expect(replay(runbook).surprises).toEqual([])
})
