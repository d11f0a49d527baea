import { bench, later, phase } from '~/tests/kit/bench'
import { longMole, spoiltYard, withPort, yard } from '~/tests/kit/yard'
import { planTwin } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'
import { perform } from '~/core/world'
import { groundOf, runClientTests, testsAt } from './clients'
import type { TestGround } from './clients'

/** Everything of the plan up and settled. */
const settledGround = (site: Site): TestGround => ({ plan: site, twin: planTwin(site), onAir: () => true })

test('on the settled yard every place gives its own address and every ping is as planned', () => {
  const { addresses, pings } = runClientTests(settledGround(yard()))
  expect(addresses).toHaveLength(10)
  expect(addresses.every(({ ok }) => ok)).toBe(true)
  expect(addresses.find(({ label }) => label === 'Counter till')?.ip).toBe('172.27.36.10')
  expect(pings).toHaveLength(5 * 5)
  expect(pings.every(({ answered, planned }) => answered === planned)).toBe(true)
})

test('pings are tested both ways between every pair', () => {
  const { pings } = runClientTests(settledGround(yard()))
  const one = (from: string, to: string) =>
    pings.find(({ fromName, targetName }) => fromName === from && targetName === to)?.answered
  expect([one('Berth guests', 'Crew'), one('Crew', 'Berth guests')]).toEqual([false, false])
  expect([one('Crew', 'Cameras'), one('Cameras', 'Crew')]).toEqual([true, true])
  expect([one('Crew', 'the internet'), one('Cameras', 'the internet')]).toEqual([true, false])
})

test('a radio that is off takes its SSIDs off the air', () => {
  const site = yard()
  const dumb = {
    ...site,
    devices: site.devices.map((device) => ({
      ...device,
      radios: device.radios.map((radio) => ({ ...radio, enabled: false })),
    })),
  }
  const { addresses } = runClientTests(settledGround(dumb))
  expect(addresses.filter(({ ok }) => !ok).map(({ says }) => says)).toEqual(
    Array(2).fill('The SSID is not on the air: Chandlery AP has no radio on for its bands.'),
  )
})

test('the planted mistakes show: an access point without power serves nobody', () => {
  const { addresses } = runClientTests(settledGround(spoiltYard()))
  expect(addresses.filter(({ ok }) => !ok).map(({ label }) => label)).toEqual([
    'TernQuay-Crew on Chandlery AP',
    'TernQuay-Berths on Chandlery AP',
  ])
})

describe('a client of an access point elsewhere', () => {
  const atHome = (site: Site) => {
    const world = bench(site, 20)
    if (phase(world, 'ap-home') === 'waiting') {
      expect(perform(world, { kind: 'adopt', deviceId: 'ap-home' })).toBeNull()
      later(world, 20)
    }
    return { world, tests: () => testsAt(groundOf(world), 'ap-home') }
  }

  test('gets its address through the tunnel, from the server in the harbour', () => {
    const { world, tests } = atHome(longMole())
    expect(phase(world, 'ap-home')).toBe('running')
    expect(tests().map(({ ok, ip }) => [ok, ip?.split('.')[2]])).toEqual([
      [true, '24'],
      [true, '60'],
    ])
    const linkId = longMole().links.find(({ a, b }) =>
      [a, b].some((end) => end.deviceId === 'controller'),
    )!.id
    expect(perform(world, { kind: 'pullCable', linkId })).toBeNull()
    later(world, 5)
    expect(tests().every(({ ok }) => !ok)).toBe(true)
  })

  test('gets none while the controller’s port does not carry its VLAN, or no tunnel stands', () => {
    const narrow = atHome(withPort(longMole(), 'switch', 2, { taggedVlans: [60] }))
    expect(narrow.tests()).toMatchObject([
      { ok: false, says: expect.stringContaining('not a member of VLAN 24') as string },
      { ok: true },
    ])
    const site = longMole()
    const shut = atHome({ ...site, forwards: site.forwards.slice(1) })
    expect(shut.tests()[0]?.says).toMatch(/not on the air|tunnel/)
  })
})
