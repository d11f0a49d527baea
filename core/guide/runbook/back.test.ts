import { movedYard } from '~/tests/kit/move'
import { demoYard, spoiltDemoYard, withDevice } from '~/tests/kit/yard'
import { seededRandom } from '../../lib/random'
import { reachMatrix } from '../../network/layer3'
import { deviceOf, kindOf, newPort } from '../../plan'
import type { Site } from '../../plan'
import { changesBetween } from './changes/changesBetween'
import { doneBackwards } from './changes/back'
import { lookAt } from './state/look'
import { stateMaker } from './state/siteAt'
import { inCartons, runbookOf, taskOf } from './runbook'

/** A device that is replaced, and two cables that change sockets. */
function reworked(site: Site): Site {
  const [one, other] = ['l-switch-ap-shop', 'l-switch-ap-office'].map((id) =>
    site.links.find((link) => link.id === id)!,
  )
  const swapped = {
    ...site,
    links: site.links.map((link) => {
      if (link === one) return { ...link, a: other!.a }
      return link === other ? { ...link, a: one!.a } : link
    }),
  }
  const printer = deviceOf(swapped, 'printer')!
  return withDevice(swapped, 'printer', {
    mac: '02:00:5e:00:77:01',
    ports: [...printer.ports, newPort(9, 1)],
  })
}

const state = (site: Site) => ({
  links: [...site.links].sort((a, b) => a.id.localeCompare(b.id)),
  // What has no page is set by nobody.
  ports: site.devices
    .filter((device) => kindOf(device).hasLogin)
    .map(({ id, ports, management }) => [id, ports, management.ip])
    .sort(),
  ssids: site.ssids.map(({ name }) => name).sort(),
  reach: reachMatrix(lookAt(site).twin)
    .map(({ targetName, verdict }) => `${targetName} ${verdict}`)
    .sort(),
})

test.each<[string, () => Site, () => Site]>([
  ['the boatyard’s move', demoYard, movedYard],
  ['the planted mistakes', spoiltDemoYard, demoYard],
  ['gear replaced, cables swapped', demoYard, () => reworked(demoYard())],
])('%s: half-way is the same from either end, whatever of it is done', (_name, from, to) => {
  const [present, target] = [from(), to()]
  const task = taskOf(present, target, { deviceId: 'gateway', port: 3 })
  if (!task.ok) throw new Error(task.problems[0]?.message)
  const { changes } = task.value
  const back = changesBetween(target, present)
  const [there, here] = [
    stateMaker({ present, target, changes }),
    stateMaker({ present: target, target: present, changes: back }),
  ]
  const random = seededRandom(5)
  for (let n = 0; n < 6; n++) {
    // In an order in which nothing is done before what it waits for.
    const done = new Set<string>()
    for (const { id, after } of changes)
      if (random() < n / 5 && after.every((one) => done.has(one))) done.add(id)
    const turned = new Set(doneBackwards(changes, back, done))
    expect(state(here.siteAt(turned))).toEqual(state(there.siteAt(done)))
  }
})

test.each<[string, () => Site, () => Site]>([
  ['the boatyard’s move', demoYard, movedYard],
  ['gear replaced, cables swapped', demoYard, () => reworked(demoYard())],
])('%s, half done: there is a way back', (_name, from, to) => {
  const [present, target] = [from(), to()]
  const task = taskOf(present, target, { deviceId: 'gateway', port: 3 })
  if (!task.ok) throw new Error(task.problems[0]?.message)
  const { changes } = task.value
  const back = changesBetween(target, present)
  const half = runbookOf(task.value)
  expect(half.stopped).toBeNull()
  const first = half.steps.slice(0, Math.ceil(half.steps.length / 2))
  const done = new Set(first.flatMap(({ changes: made }) => made.map(({ id }) => id)))
  const turned = taskOf(target, present, { deviceId: 'gateway', port: 3 }, doneBackwards(changes, back, done))
  const way = turned.ok ? runbookOf(turned.value) : null
  expect(way?.stopped).toBeNull()
})

test('everything in cartons: each device is put up and cabled, and the laptop waits where it will be', () => {
  const target = demoYard()
  const task = taskOf(inCartons(target), target, { deviceId: 'gateway', port: 3 })
  if (!task.ok) throw new Error(task.problems[0]?.message)
  const { stopped, steps } = runbookOf(task.value)
  expect(stopped).toBeNull()
  const order = steps.flatMap(({ changes }) => changes.map(({ id }) => id))
  expect(order.filter((id) => id.endsWith('/comes'))).toHaveLength(target.devices.length)
  for (const link of target.links)
    for (const { deviceId } of [link.a, link.b])
      expect(order.indexOf(`${deviceId}/comes`)).toBeLessThan(order.indexOf(`cable/${link.id}`))
  const nowhere = taskOf(inCartons(target), target, { deviceId: 'gateway', port: 300 })
  expect(nowhere.ok ? null : nowhere.problems[0]?.path).toEqual(['laptop'])
})
