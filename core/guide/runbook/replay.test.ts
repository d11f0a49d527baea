import { movedYard } from '~/tests/kit/move'
import { demoYard, longMole, spoiltDemoYard, spoiltYard, withDevice, withPort, yard } from '~/tests/kit/yard'
import { reachMatrix } from '../../network/layer3'
import { planTwin } from '../../radio/backhaul'
import { kindOf } from '../../plan'
import type { LinkEnd, Site } from '../../plan'
import { configurationOf, fullTwin, isRunning } from '../../world'
import { replay } from './replay'
import { runbookOf, taskOf } from './runbook'
import type { Runbook } from './runbook'

const planned = (present: Site, target: Site, laptop: LinkEnd): Runbook => {
  const task = taskOf(present, target, laptop)
  if (!task.ok) throw new Error(task.problems[0]?.message)
  return runbookOf(task.value)
}
const GATEWAY: LinkEnd = { deviceId: 'gateway', port: 3 }

/** Who reaches whom, in words that do not name the versions of a network. */
const matrix = (twin: Parameters<typeof reachMatrix>[0]) =>
  reachMatrix(twin).map(
    ({ fromNetworkId, targetName, verdict }) => `${fromNetworkId} ${targetName} ${verdict}`,
  )

test.each<[string, () => Site, () => Site]>([
  ['the boatyard’s move', demoYard, movedYard],
  ['and back', movedYard, demoYard],
  ['the planted mistakes mended', spoiltDemoYard, demoYard],
  ['the chandlery mended', spoiltYard, yard],
])('%s: every step shows what it promised, and the end is what was meant', (_name, from, to) => {
  const runbook = planned(from(), to(), GATEWAY)
  expect(runbook.stopped).toBeNull()
  const { world, surprises } = replay(runbook)
  expect(surprises).toEqual([])
  const target = to()
  for (const { id } of target.devices) {
    const gear = world.gear.get(id)!
    expect([id, isRunning(gear.phase), gear.waitsFor]).toEqual([id, true, null])
    expect(gear.running).toBe(gear.saved)
    const { device } = gear.running
    const meant = configurationOf(target, id)!.device
    // What has no page has no port settings.
    if (!kindOf(device).hasLogin) continue
    expect([device.ports, device.management, device.radios]).toEqual([
      meant.ports,
      meant.management,
      meant.radios,
    ])
  }
  expect(matrix(fullTwin(world))).toEqual(matrix(planTwin(target)))
})

test('who stays where he is, and does not walk as he is told, is surprised', () => {
  const runbook = planned(spoiltDemoYard(), demoYard(), GATEWAY)
  const home = runbook.task.laptop
  const { surprises } = replay({ ...runbook, steps: runbook.steps.map((step) => ({ ...step, place: home })) })
  expect(surprises.map(({ says }) => says).join()).toMatch(/Its page does not open/)
})

test('gear that comes: it is unpacked, cabled, and runs', () => {
  const target = demoYard()
  const link = target.links.find(({ b }) => b.deviceId === 'nvr')!
  const present = {
    ...target,
    devices: target.devices.filter(({ id }) => id !== 'nvr'),
    links: target.links.filter(({ id }) => id !== link.id),
  }
  const runbook = planned(present, target, GATEWAY)
  expect(runbook.steps.flatMap(({ changes }) => changes.map(({ subject }) => subject.kind))).toEqual([
    'comes',
    'cable',
  ])
  const { world, surprises } = replay(runbook)
  expect(surprises).toEqual([])
  expect(world.gear.get('nvr')?.phase).toBe('running')
})

test('an edit at a controller across the internet, and at one of a cluster, is carried out', () => {
  const site = longMole()
  const quiet = site.devices.filter(({ adoption, cluster }) => adoption?.controllerId || cluster)
  const target = quiet.reduce(
    (one, { id, radios }) =>
      withDevice(one, id, { radios: radios.map((radio) => ({ ...radio, powerDbm: 11 })) }),
    site,
  )
  const runbook = planned(site, target, { deviceId: 'switch', port: 12 })
  expect(runbook.stopped).toBeNull()
  expect(replay(runbook).surprises).toEqual([])
})

test('what is there is not quite what is marked: the rehearsal tells at which step that shows', () => {
  const runbook = planned(demoYard(), withPort(demoYard(), 'gateway', 3, { speedMbps: 100 }), GATEWAY)
  const { hidden, surprises } = replay(runbook, 3, 'VLN-1')
  expect(hidden).toMatch(/VLAN \d+ was left off/)
  expect(surprises.length).toBeGreaterThan(0)
  expect(replay(runbook, 3, 'no such code')).toMatchObject({ hidden: null, surprises: [] })
})
