import { bareDevice, deviceOf, emptySite, newPort, RECORD_DEFAULTS } from '../../plan'
import type { Applies, Device, DeviceType, Network, Port, Site } from '../../plan'
import { demoYard, withDevice } from '~/tests/kit/yard'
import { movedYard } from '~/tests/kit/move'
import { runbookOf, taskOf } from './runbook'
import type { Runbook } from './runbook'
import { groundOf } from './search/ground'
import { take } from './search/take'

/** The worked examples of the method, as they are written there. */

const net = (id: string, vlanId: number, subnet: string): Network =>
  ({ ...RECORD_DEFAULTS.networks, id, name: id, vlanId, subnet }) as Network
const trunk = (number: number, nativeVlan: number, taggedVlans: number[] = []): Port => ({
  ...newPort(number, nativeVlan),
  mode: 'trunk',
  taggedVlans,
  admit: 'all',
})

const type = (applies: Applies): DeviceType =>
  ({
    ...RECORD_DEFAULTS.deviceTypes,
    id: `t-${applies}`,
    name: applies,
    kind: 'switch',
    applies,
  }) as DeviceType

/** Two switches in a row, everything in one network. */
function row(vlanId: number, applies: Applies): Site {
  const base = emptySite('row')
  const management = { addressing: 'fixed' as const, prefixLength: 24, gateway: null }
  const one = (id: string, ip: string, ports: Port[]): Device => ({
    ...bareDevice(id, id.toUpperCase(), 'switch'),
    typeId: `t-${applies}`,
    ports,
    management: { ...management, networkId: 'gear', ip },
  })
  return {
    ...base,
    deviceTypes: [type('atOnce'), type('together')],
    networks: [net('gear', vlanId, '10.0.0.0/24')],
    devices: [
      one('s1', '10.0.0.1', [trunk(1, vlanId), newPort(2, vlanId), newPort(3, vlanId)]),
      one('s2', '10.0.0.2', [trunk(1, vlanId)]),
    ],
    links: [
      {
        id: 'l',
        a: { deviceId: 's1', port: 1 },
        b: { deviceId: 's2', port: 1 },
        lengthM: 1,
        category: 'cat6',
        statedMbps: null,
      },
    ],
  }
}

function planned(present: Site, target: Site, deviceId = 's1', port = 2): Runbook {
  const task = taskOf(present, target, { deviceId, port })
  if (!task.ok) throw new Error(task.problems[0]?.message)
  return runbookOf(task.value)
}
const order = ({ steps }: Runbook) => steps.map(({ pageId, place }) => `${place.id} ${pageId}`)

test('1: everything from 10 to 20, applied together: safe, no walk, the far switch first', () => {
  const runbook = planned(row(10, 'together'), row(20, 'together'))
  expect(runbook.stopped).toBeNull()
  expect(order(runbook)).toEqual(['home s2', 'home s1'])
  expect(runbook.cost).toMatchObject({ noReturns: 0, walks: 0, outage: 0 })
  expect(runbook.isBest).toBe(true)
})

test('1: the other way round is safe too', () => {
  const task = taskOf(row(10, 'together'), row(20, 'together'), { deviceId: 's1', port: 2 })
  if (!task.ok) throw new Error()
  const ground = groundOf(task.value)
  const own = (id: string) => ({
    place: task.value.laptop,
    pageId: id,
    changeIds: task.value.changes.filter(({ deviceId }) => deviceId === id).map((change) => change.id),
  })
  const near = take(ground, { done: new Set(), place: task.value.laptop, openId: null }, own('s1'))
  const far = near.ok && take(ground, near.standing, own('s2'))
  expect([near, far]).toMatchObject([
    { ok: true, cost: { walks: 0, noReturns: 0 } },
    { ok: true, cost: { walks: 0, noReturns: 0 } },
  ])
})

test('2: the same, each change at once: one walk, and no order without', () => {
  const runbook = planned(row(10, 'atOnce'), row(20, 'atOnce'))
  expect(runbook.stopped).toBeNull()
  expect(runbook.cost?.walks).toBe(1)
})

test('2: by the list, each setting as it is typed: locked out half-way', () => {
  const { naive } = planned(row(10, 'atOnce'), row(20, 'atOnce'))
  expect(naive.cutOff.map(({ code }) => code)).toContain('ORD-3')
  expect(
    planned(row(10, 'together'), row(20, 'together')).naive.cutOff.map(({ code }) => code),
  ).not.toContain('ORD-3')
})

const swapped = (present: Site): Site => {
  const ips = present.devices.map(({ management }) => management.ip)
  return {
    ...present,
    devices: present.devices.map((device, i) => ({
      ...device,
      management: { ...device.management, ip: ips[1 - i]! },
    })),
  }
}

test('two switches change addresses with each other: one of them takes a free one for the while', () => {
  const { stopped, steps, cost } = planned(row(10, 'together'), swapped(row(10, 'together')))
  expect(stopped).toBeNull()
  const taken = steps.flatMap(({ changes }) => changes.map(({ deviceId, becomes }) => [deviceId, becomes]))
  expect(taken).toEqual([
    ['s1', '10.0.0.253, for the while'],
    ['s2', '10.0.0.1/24 in gear, VLAN 10'],
    ['s1', '10.0.0.2/24 in gear, VLAN 10'],
  ])
  expect(cost).toMatchObject({ walks: 0, noReturns: 0 })
})

test('where no address is free, no order is safe, and what helps was tried', () => {
  const present = row(10, 'together')
  const narrow = {
    ...present,
    networks: [net('gear', 10, '10.0.0.0/30')],
    devices: present.devices.map((device) => ({
      ...device,
      management: { ...device.management, prefixLength: 30 },
    })),
  }
  const { stopped, helps, steps } = planned(narrow, swapped(narrow))
  expect([steps, stopped?.length]).toEqual([[], expect.any(Number)])
  expect(stopped?.some(({ why }) => /both have 10\.0\.0\.[12]/.test(why))).toBe(true)
  expect(helps).toEqual(['Two people at the same moment: S1, its own address and S2, its own address.'])
})

test('3: a household router becomes an access point: server off and address moved before the cable', () => {
  const meant = demoYard()
  const cafe = deviceOf(meant, 'cafe-router')!
  const staying = meant.links.filter(({ id }) => !/cafe-router|cafe-till/.test(id))
  const fresh = {
    start: '192.168.1.100',
    end: '192.168.1.199',
    gateway: '192.168.1.1',
    nameServers: ['192.168.1.1'],
  }
  const at = {
    networkId: null,
    addressing: 'fixed' as const,
    ip: '192.168.1.1',
    prefixLength: 24,
    gateway: null,
  }
  const bare = {
    ...meant,
    networks: meant.networks.filter(({ id }) => id !== 'cafe'),
    ssids: meant.ssids.filter(({ id }) => id !== 'ssid-cafe'),
    rules: meant.rules.filter(({ fromNetworkId }) => fromNetworkId !== 'cafe'),
    requirements: meant.requirements.filter(({ fromNetworkId }) => fromNetworkId !== 'cafe'),
    devices: meant.devices.filter(({ id }) => id !== 'cafe-till'),
    links: staying,
  }
  const present = withDevice(bare, 'cafe-router', {
    strayServer: fresh,
    management: at,
    router: { ...cafe.router!, role: 'plainAp' },
    ports: cafe.ports.map((port) => ({ ...port, nativeVlan: 60 })),
  })
  const cable = meant.links.find(({ id }) => id === 'l-sw-cafe-cafe-router')!
  const target = {
    ...withDevice(present, 'cafe-router', {
      strayServer: null,
      management: { ...at, networkId: 'berths', ip: '172.27.60.5', prefixLength: 22, gateway: '172.27.60.1' },
    }),
    links: [...staying, { ...cable, b: { deviceId: 'cafe-router', port: 3 } }],
  }
  const runbook = planned(present, target, 'cafe-router', 2)
  expect(runbook.stopped).toBeNull()
  const flat = runbook.steps.flatMap(({ changes }) => changes.map(({ id }) => id))
  expect(flat.indexOf('cafe-router/server')).toBeLessThan(flat.indexOf(`cable/${cable.id}`))
  // To the other end of the cable, and nowhere else.
  expect(runbook.steps.filter(({ walk }) => walk).map(({ place }) => place.deviceId)).toEqual(['sw-cafe'])
  // With the cable first there are two servers in the segment.
  const task = runbook.task
  const { naive } = runbookOf({ ...task, target: { ...target, devices: [...target.devices].reverse() } })
  expect(naive.faults.map(({ code }) => code)).toContain('ORD-1')
  const cabled = groundOf(task).faults(new Set([`cable/${cable.id}`]))
  expect(cabled.join()).toMatch(/answer on the same segment/)
})

test('4: a bridge’s SSID is renamed: the far end first, which falls off until the near end follows', () => {
  const present = demoYard()
  const hut = deviceOf(present, 'bridge-hut')!
  const end = (name: string) => ({
    ...hut.air!,
    near: { ...hut.air!.near!, ssid: name },
    far: { ...hut.air!.far!, ssid: name },
  })
  const runbook = planned(present, withDevice(present, 'bridge-hut', { air: end('tq-new') }), 'switch', 12)
  expect(runbook.steps.map(({ pageId, loss, walk }) => [pageId, loss, walk])).toEqual([
    ['bridge-hut', 'untilMore', false],
    ['bridge-quay', 'none', false],
  ])
})

test('5: guests split in two while the shop is open: the drops stand first, and the till is never cut off', () => {
  const moved = movedYard()
  const present = demoYard()
  const target = {
    ...moved,
    networks: moved.networks.map((one) => (one.id === 'gear' ? { ...one, vlanId: 12 } : one)),
    devices: present.devices.map((device) => ({
      ...device,
      ports: device.ports.map((port) => ({
        ...port,
        taggedVlans:
          moved.devices
            .find(({ id }) => id === device.id)!
            .ports.find(({ number }) => number === port.number)!
            .taggedVlans.includes(61) || port.taggedVlans.includes(60)
            ? [...port.taggedVlans, 61]
            : port.taggedVlans,
      })),
    })),
    links: present.links,
  }
  const runbook = planned(present, target, 'switch', 12)
  expect(runbook.stopped).toBeNull()
  expect(runbook.steps.flatMap(({ interrupts }) => interrupts.map(({ says }) => says)).join()).not.toMatch(
    /Tills/,
  )
  const ground = groundOf(runbook.task)
  const flat = runbook.steps.flatMap(({ changes }) => changes.map(({ id }) => id))
  const opens = flat.findIndex((id) => id.endsWith('ssid:ssid-berth-out'))
  const drops = flat.filter((id) => /rule:.*berths.*out/.test(id))
  expect(drops.length).toBeGreaterThan(3)
  for (const id of drops) expect(flat.indexOf(id)).toBeLessThan(opens)
  const withoutDrops = new Set(
    runbook.task.changes.map(({ id }) => id).filter((id) => !id.includes('/rule:')),
  )
  const met = [...ground.breaks(withoutDrops).values()].map(({ says }) => says)
  expect(met.join()).toMatch(/Outer berths can reach/)
})

test('by the list: a page that opened at first and does not any more is a lock-out, one that never did is a walk', () => {
  const present = demoYard()
  const hut = deviceOf(present, 'bridge-hut')!
  const end = (name: string) => ({
    ...hut.air!,
    near: { ...hut.air!.near!, ssid: name },
    far: { ...hut.air!.far!, ssid: name },
  })
  const renamed = withDevice(present, 'bridge-hut', { air: end('tq-new') })
  // The near end stands first in the list.
  const { naive, lockedOut, cost } = planned(present, renamed, 'switch', 12)
  expect(naive.cutOff).toEqual([
    { deviceId: 'bridge-hut', why: expect.stringMatching(/never registers/) as string, code: 'ORD-2' },
  ])
  expect([naive.cost.walks, lockedOut, cost?.walks]).toEqual([2, 0, 0])
})
