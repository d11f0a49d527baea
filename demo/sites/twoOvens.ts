import { freshSite } from '~/core/plan'
import type { Site } from '~/core/plan'
import { area, box, building, known, level, round, wall, worked } from './shaped'

const HOUSE = box(0, 0, 18, 12)

/** A bakery on two floors, made by three jobs: access points with a controller, one more by radio, a remote worker. Invented. */
export function twoOvens(): Site {
  const begun: Site = {
    ...freshSite('Two Ovens Bakery'),
    place: 'A corner house: shop and bakehouse below, office and flat above, a terrace behind',
    notes: 'The terrace wall is listed: nothing may be drilled there.',
    levels: [level('ground', 'Shop and bakehouse', 0), level('upper', 'Office and flat', 3.2, 180)],
    buildings: [building('house', 'Corner house', HOUSE, ['ground', 'upper'])],
    walls: [
      wall('shell-low', 'ground', round(HOUSE), 'brick', 240),
      wall('shell-high', 'upper', round(HOUSE), 'brick', 240),
      wall('bakehouse', 'ground', [
        [9, 0],
        [9, 12],
      ]),
      wall('office', 'upper', [
        [9, 0],
        [9, 12],
      ]),
    ],
  }
  const wired = worked(begun, 'access-points', {
    country: 'NL',
    aps: 3,
    clients: 30,
    ssid: 'TwoOvens',
    modem: 'plain',
    guests: true,
  })
  const placed = known(wired, {
    modem: { name: 'Feed modem', place: 'Cellar stairs, meter board', at: [1, 1], heightM: 1.5 },
    gateway: { name: 'Bakery gateway', place: 'Cellar stairs, shelf', at: [1.6, 1], heightM: 1.5 },
    switch: { name: 'Bakery switch', place: 'Cellar stairs, shelf', at: [2.2, 1], heightM: 1.5 },
    controller: { name: 'Bakery controller', place: 'Cellar stairs, shelf', at: [2.8, 1], heightM: 1.5 },
    ap: { name: 'Shop AP', place: 'Shop, ceiling over the counter', at: [4.5, 6] },
    'ap-2': { name: 'Bakehouse AP', place: 'Bakehouse, ceiling, away from the ovens', at: [13.5, 6] },
    'ap-3': { name: 'Flat AP', place: 'Flat, hall ceiling', at: [9.8, 6], levelId: 'upper' },
  })
  const terrace = worked(placed, 'one-more-by-radio', {
    parent: 'ap-2',
    distanceM: 9,
    place: 'Terrace, under the eaves',
    reason: 'The listed wall may not be drilled.',
  })
  const whole = worked(terrace, 'remote-worker', {
    controller: 'controller',
    publicIp: '203.0.113.24',
    householdSsid: 'At home',
    latencyMs: 34,
  })
  const staff = whole.networks.find(({ purpose }) => purpose === 'staff')?.id ?? ''
  const guests = whole.networks.find(({ purpose }) => purpose === 'guests')?.id ?? ''
  return {
    ...known(whole, {
      'ap-radio': { name: 'Terrace AP', place: 'Terrace, under the eaves', at: [21, 6] },
      'ap-home': { name: 'Bookkeeper’s AP', place: 'At the bookkeeper’s, across town' },
    }),
    areas: [
      area('a-shop', 'Shop', 'ground', box(0.5, 0.5, 8.5, 11.5), [
        { networkId: staff, clients: 4, rateMbps: 10 },
        { networkId: guests, clients: 10, rateMbps: 5 },
      ]),
      area('a-bakehouse', 'Bakehouse', 'ground', box(9.5, 0.5, 17.5, 11.5), [
        { networkId: staff, clients: 6, rateMbps: 10 },
      ]),
      area('a-flat', 'Office and flat', 'upper', box(0.5, 0.5, 17.5, 11.5), [
        { networkId: staff, clients: 8, rateMbps: 20 },
      ]),
      area('a-terrace', 'Terrace', 'ground', box(19, 2, 25, 10), [
        { networkId: guests, clients: 12, rateMbps: 5 },
      ]),
    ],
  }
}
