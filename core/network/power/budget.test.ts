import { linkSpeedMbps } from '../cabling'
import type { CableCategory } from '../../plan'
import { withDevice, withPort, yard } from '~/tests/kit/yard'
import { loadAt, poeBudget, poeLoads } from './budget'

const device = (id: string, site = yard()) => site.devices.find((candidate) => candidate.id === id)!

test('the switch feeds the controller and the access point, by class and by draw', () => {
  const site = yard()
  expect(
    poeLoads(site, device('switch')).map((load) => [
      load.device.name,
      load.poeClass,
      load.allocatedW,
      load.drawW,
    ]),
  ).toEqual([
    ['Yard controller', 3, 15.4, 7.2],
    ['Chandlery AP', 4, 30, 16.5],
  ])
  expect(poeBudget(site, device('switch'))).toMatchObject({
    budgetW: 65,
    allocated: { value: 45.4, unit: 'W' },
    drawn: { value: 23.7 },
  })
})

test('each sum names its inputs and its source', () => {
  const { allocated } = poeBudget(yard(), device('switch'))!
  expect(allocated.inputs).toEqual([
    { name: 'port 2, Yard controller', value: 'class 3, 15.4 W' },
    { name: 'port 3, Chandlery AP', value: 'class 4, 30 W' },
  ])
  expect(allocated.source).toContain('IEEE 802.3')
})

test('a port that is off feeds nobody, but one knows who would be fed', () => {
  const site = withPort(yard(), 'switch', 3, { poe: false })
  const off = device('switch', site)
  expect(poeLoads(site, off)).toHaveLength(1)
  expect(loadAt(site, off, off.ports[2]!)[0]?.device.id).toBe('ap-shop')
})

test('a device on its own supply is no load, and a gateway has no budget', () => {
  const site = withDevice(yard(), 'ap-shop', { powerSource: 'supply' })
  expect(poeLoads(site, device('switch', site))).toHaveLength(1)
  expect(poeBudget(site, device('gateway', site))).toBeNull()
})

test('a type without a stated draw counts with the most its class allows', () => {
  const site = yard()
  const vague = { ...site, deviceTypes: site.deviceTypes.map((type) => ({ ...type, drawW: null })) }
  expect(poeLoads(vague, device('switch', vague)).map(({ drawW }) => drawW)).toEqual([12.95, 25.5])
})

const apLink = (category: CableCategory, site = yard()) =>
  linkSpeedMbps(site, { ...site.links[3]!, category })

test('a cable comes up at the slowest of both ports and itself', () => {
  expect(apLink('cat5e')).toBe(1000)
  expect(apLink('cat6', withPort(yard(), 'switch', 3, { speedMbps: 100 }))).toBe(100)
  const fast = {
    ...yard(),
    deviceTypes: yard().deviceTypes.map((type) => ({
      ...type,
      ports: type.ports.map((port) => ({ ...port, maxMbps: 10000 })),
    })),
  }
  expect((['cat5e', 'cat6', 'cat6a', 'fibre'] as const).map((category) => apLink(category, fast))).toEqual([
    2500, 5000, 10000, 10000,
  ])
})

test('without known types there is no speed to state', () => {
  const site = yard()
  const bare = { ...site, devices: site.devices.map((one) => ({ ...one, typeId: null })) }
  expect(linkSpeedMbps(bare, bare.links[0]!)).toBeNull()
})
