import { newAir } from '../../plan'
import { boatyard, expectMended, seen, withDevice, withPort } from '~/tests/kit/yard'
import type { Site } from '../../plan'
import { vln5 } from './vln5'

const second = (site: Site): Site => ({
  ...site,
  links: [
    ...site.links,
    {
      ...site.links[0]!,
      id: 'second',
      a: { deviceId: 'switch', port: 16 },
      b: { deviceId: 'sw-shed', port: 8 },
    },
  ],
})

test('two cables between two switches in one VLAN', () => {
  const site = second(boatyard())
  expect(seen(vln5, site)[0]?.says).toBe(
    'VLAN 24 (Crew) can go round in a circle through Chandlery switch port 16.',
  )
  expectMended(vln5, site)
})

test('two cables that share no VLAN are no loop', () => {
  const apart = withPort(withPort(boatyard(), 'switch', 16, { nativeVlan: 999 }), 'sw-shed', 8, {
    nativeVlan: 999,
  })
  expect(seen(vln5, second(apart))).toEqual([])
})

test('a cabled device that has its uplink to another by radio too', () => {
  const site = withDevice(boatyard(), 'ap-hard', {
    air: newAir('ap-gate', { way: 'bridge' }),
  })
  expect(seen(vln5, site).length).toBeGreaterThan(0)
  expect(
    seen(vln5, site).some(({ mend }) => mend?.label === 'Switch the radio uplink of Hard standing AP off'),
  ).toBe(true)
})

test('a loop is found too where one cable on the way carries one way only', () => {
  const oneWay = withPort(boatyard(), 'sw-shed', 4, {
    nativeVlan: 24,
    taggedVlans: [60],
    admit: 'taggedOnly',
  })
  expect(seen(vln5, oneWay)).toEqual([])
  expect(seen(vln5, second(oneWay)).length).toBeGreaterThan(0)
})
