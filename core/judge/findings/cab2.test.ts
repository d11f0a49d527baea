import { boatyard, expectMended, seen, withPort } from '~/tests/kit/yard'
import type { Site } from '../../plan'
import { cab2 } from './cab2'

const withSpeeds = (typeId: string, maxMbps: number, site = boatyard()): Site => ({
  ...site,
  deviceTypes: site.deviceTypes.map((type) =>
    type.id === typeId ? { ...type, ports: type.ports.map((port) => ({ ...port, maxMbps })) } : type,
  ),
})

test('a speed that is set too low', () => {
  const site = withPort(boatyard(), 'sw-shed', 1, { speedMbps: 100 })
  expect(seen(cab2, site)[0]?.says).toBe(
    'Workshop switch port 1 is set to 100 M, and both ends could do 1 G.',
  )
  expectMended(cab2, site)
})

test('a 1 G switch port before a faster access point', () => {
  expect(seen(cab2, withSpeeds('t-ap2', 2500))[0]?.says).toContain('is a 1 G port in a 2.5 G path')
})

test('an old cable between two fast ports', () => {
  const fast = withSpeeds('t-ap2', 5000, withSpeeds('t-switch8', 5000, withSpeeds('t-switch16', 5000)))
  const site = { ...fast, links: fast.links.map((link) => ({ ...link, category: 'cat5e' as const })) }
  expect(seen(cab2, site).some(({ says }) => says.includes('cat5e cable'))).toBe(true)
})

test('equal speeds, and a slow client at a fast port, are no bottleneck', () => {
  expect(seen(cab2, boatyard())).toEqual([])
  expect(seen(cab2, withSpeeds('t-station', 100))).toEqual([])
})

test('a feed faster than what the modem’s cable comes up at', () => {
  const fed = (downMbps: number | null) => ({
    ...boatyard(),
    feed: { words: 'Fibre', downMbps, upMbps: null },
  })
  expect(seen(cab2, fed(2000)).map(({ says }) => says)).toEqual([
    'The feed brings 2000 Mbit/s down, and the cable from Feed modem port 1 comes up at 1000.',
  ])
  expect(seen(cab2, fed(1000))).toEqual([])
  expect(seen(cab2, fed(null))).toEqual([])
})
