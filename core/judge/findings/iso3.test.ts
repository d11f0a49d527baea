import { planTwin } from '../../radio/backhaul'
import { cellAbout } from '../../network/layer3'
import { boatyard, expectMended, seen } from '~/tests/kit/yard'
import type { Site } from '../../plan'
import { iso3 } from './iso3'

/**
 * A router takes what is addressed to any of its addresses, whatever interface it comes in by: RFC 1812 section 5.2.3. So a rule between
 * networks doesn't close its address in the client's own network.
 */
const open = (): Site => ({
  ...boatyard(),
  rules: boatyard().rules.filter(({ id }) => id !== 'r-berths-router'),
})
const opens = (site: Site, fromNetworkId: string, deviceId: string) =>
  cellAbout(planTwin(site), { fromNetworkId, to: { deviceId } })?.verdict

test('guests kept out of every network still open the router at their own gateway address', () => {
  expect(opens(open(), 'berths', 'gateway')).toBe('reaches')
  expect(seen(iso3, open()).map(({ says }) => says)).toEqual([
    expect.stringMatching(/can open the web interface of .* at .*no rule drops it/),
  ])
})

test('a rule about the router itself closes it, and one about networks does not', () => {
  expect(opens(boatyard(), 'berths', 'gateway')).toBe('keptOut')
  expect(seen(iso3, boatyard())).toEqual([])
  const anywhere: Site = {
    ...open(),
    rules: [
      ...open().rules,
      { id: 'r-any', action: 'drop', fromNetworkId: 'berths', to: 'any', enabled: true },
    ],
  }
  expect(seen(iso3, anywhere)).toHaveLength(1)
})

test('clients still get addresses and names from a router that is closed to them', () => {
  const twin = planTwin(boatyard())
  expect(cellAbout(twin, { fromNetworkId: 'berths', to: 'internet' })?.verdict).toBe('reaches')
})

test('staff may open it, unless a requirement says that they must not', () => {
  const must: Site = {
    ...boatyard(),
    requirements: [
      ...boatyard().requirements,
      { id: 'q', fromNetworkId: 'crew', to: { deviceId: 'gateway' }, strength: 'mustNot' },
    ],
  }
  expect(opens(boatyard(), 'crew', 'gateway')).toBe('reaches')
  expect(seen(iso3, must)).toHaveLength(1)
})

test('its own mend closes it, before a rule that allows it', () => {
  const allowed: Site = {
    ...open(),
    rules: [
      { id: 'r-ok', action: 'allow', fromNetworkId: null, to: { deviceId: 'gateway' }, enabled: true },
      ...open().rules,
    ],
  }
  for (const site of [open(), allowed]) {
    const mended = expectMended(iso3, site)
    expect(opens(mended, 'berths', 'gateway')).toBe('keptOut')
  }
})
