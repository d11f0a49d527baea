import { switchingDevices } from '~/core/plan'
import { boatyard, withPort } from '~/tests/kit/yard'
import { carriedBy } from '~/core/plan'
import { chartLayout, neighbourhood } from './chartLayout'

const layout = () => chartLayout(boatyard(), switchingDevices(boatyard()))
const block = (id: string) => layout().blocks.find(({ device }) => device.id === id)!

test('columns go from the gateway outwards', () => {
  const xs = ['gateway', 'switch', 'sw-gate', 'sw-cafe', 'cafe-router'].map((id) => block(id).x)
  expect(xs).toEqual([...xs].sort((a, b) => a - b))
  expect(new Set(xs).size).toBe(5)
  expect(block('sw-shed').x).toBe(block('sw-gate').x)
})

test('no two blocks cover each other, and every port has its cell', () => {
  const { blocks, width, height } = layout()
  for (const [i, a] of blocks.entries()) {
    expect(a.cells).toHaveLength(a.device.ports.length)
    expect(a.x + a.width <= width && a.y + a.height <= height).toBe(true)
    for (const b of blocks.slice(0, i)) {
      const apart =
        a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y
      expect([a.device.id, b.device.id, apart]).toEqual([a.device.id, b.device.id, true])
    }
  }
})

test('a cable is drawn with what both its ends carry', () => {
  const site = withPort(boatyard(), 'sw-shed', 1, { taggedVlans: [24] })
  const link = site.links.find(({ id }) => id === 'l-switch-sw-shed')!
  expect(carriedBy(site, link)).toEqual([12, 24])
  const plain = site.links.find(({ id }) => id === 'l-sw-gate-sw-cafe')!
  expect(carriedBy(site, plain)).toEqual([60])
  expect(layout().trunks.map(({ link: { id } }) => id)).toContain('l-switch-sw-gate')
})

test('around one device: what it is cabled to', () => {
  const all = switchingDevices(boatyard())
  const near = neighbourhood(
    boatyard(),
    all,
    all.find(({ id }) => id === 'sw-gate')!,
  )
  expect(near.map(({ id }) => id).sort()).toEqual(['sw-cafe', 'sw-gate', 'switch'])
})
