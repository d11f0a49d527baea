import { freshSite } from '~/core/plan'
import type { Site } from '~/core/plan'
import { area, box, building, known, level, round, wall, worked } from './shaped'

const RECEPTION = box(0, 0, 12, 8)
const WASH_HOUSE = box(118, -5, 130, 5)

/** A camp site in a wood, made by three jobs: a cluster, a bridge over the meadow, company login for the wardens. Invented. */
export function larchHollow(): Site {
  const begun: Site = {
    ...freshSite('Larch Hollow Camp Site'),
    place: 'A clearing with a reception at the road and a wash house beyond the meadow',
    notes: 'No digging in the meadow: orchids, and the drains are not on any map.',
    levels: [level('ground', 'Clearing', 0)],
    buildings: [
      building('reception', 'Reception', RECEPTION, ['ground']),
      building('wash-house', 'Wash house', WASH_HOUSE, ['ground']),
    ],
    walls: [
      wall('w-reception', 'ground', round(RECEPTION), 'wood', 60),
      wall('w-wash', 'ground', round(WASH_HOUSE), 'brick', 115),
    ],
  }
  const clustered = worked(begun, 'cluster', {
    country: 'SE',
    aps: 3,
    clients: 120,
    ssid: 'LarchHollow-Crew',
    modem: 'bridge',
    guests: true,
  })
  const placed = known(clustered, {
    modem: { name: 'Modem', place: 'Reception, back room', at: [1, 1], heightM: 1.5 },
    gateway: { name: 'Gateway', place: 'Reception, back room', at: [1.6, 1], heightM: 1.5 },
    switch: { name: 'Reception switch', place: 'Reception, back room', at: [2.2, 1], heightM: 1.5 },
    ap: { name: 'Reception AP', place: 'Reception, ceiling', at: [6, 4] },
    'ap-2': { name: 'Lane AP', place: 'Lamp post at the lane', at: [14, 22], heightM: 4 },
    'ap-3': { name: 'Spring AP', place: 'Lamp post at the spring', at: [14, -18], heightM: 4 },
  })
  const bridged = worked(placed, 'bridge', {
    way: 'bridge',
    distanceM: 110,
    reason: 'The meadow may not be dug up.',
    clients: 120,
  })
  const whole = worked(bridged, 'company-login', {
    loginSsid: 'LarchHollow-Wardens',
    users: 'warden.day warden.night office',
    method: 'peap',
    clients: 120,
  })
  const staff = whole.networks.find(({ purpose }) => purpose === 'staff')?.id ?? ''
  const guests = whole.networks.find(({ purpose }) => purpose === 'guests')?.id ?? ''
  return {
    ...known(whole, {
      'bridge-near': { name: 'Reception bridge end', place: 'Reception, gable, facing the meadow' },
      'bridge-far': { name: 'Wash house bridge end', place: 'Wash house, gable, facing back' },
      'far-switch': {
        name: 'Wash house switch',
        place: 'Wash house, service room',
        at: [124, 0],
        heightM: 1.5,
      },
      'ap-4': { name: 'Wash house AP', place: 'Wash house, under the eaves', at: [117.2, 0] },
      radius: { name: 'Login server', place: 'Reception, back room' },
    }),
    areas: [
      area('a-reception', 'Reception', 'ground', box(0.5, 0.5, 11.5, 7.5), [
        { networkId: staff, clients: 6, rateMbps: 10 },
      ]),
      area('a-lane', 'Pitches at the lane', 'ground', box(4, 14, 26, 32), [
        { networkId: guests, clients: 30, rateMbps: 2 },
      ]),
      area('a-wash', 'Pitches at the wash house', 'ground', box(98, -14, 116, 14), [
        { networkId: guests, clients: 30, rateMbps: 2 },
      ]),
    ],
  }
}
