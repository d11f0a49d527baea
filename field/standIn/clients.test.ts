import { spoiltYard, yard } from '~/tests/kit/yard'
import { planTwin } from '~/core/radio/backhaul'
import type { Site } from '~/core/plan'
import { runClientTests } from './clients'
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
