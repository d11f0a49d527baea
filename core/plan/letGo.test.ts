import { boatyard, demoYard } from '~/tests/kit/yard'
import { newAirEnd } from './backhaul'
import { applyEdits } from './edits'
import { NEW_RADIUS_TARGET } from './networks'
import { freshProblems, integrityProblems } from './integrity'
import { COLLECTIONS } from './types'
import type { Site } from './types'

/** A site in which no collection is empty and every kind of reference is in use. */
function full(): Site {
  const site = demoYard()
  const other = boatyard()
  const [level] = site.levels
  const [profile] = site.profiles
  const [network, second] = site.networks
  const accessPoint = site.devices.find(({ kind }) => kind === 'accessPoint')!
  return {
    ...site,
    networks: site.networks.map((one) => ({ ...one, announcedControllerId: 'controller' })),
    rules: site.rules.length > 0 ? site.rules : other.rules,
    forwards: [{ id: 'f-full', routerId: 'gateway', protocol: 'udp', port: 5246, toDeviceId: 'controller' }],
    groups: [
      {
        id: 'g-full',
        name: 'Full group',
        accessPointIds: [accessPoint.id],
        jacks: [{ port: 2, networkId: network!.id }],
      },
    ],
    ssids: site.ssids.map((ssid) => ({
      ...ssid,
      accessPointIds: [accessPoint.id],
      groupIds: ['g-full'],
      profileId: ssid.profileId ?? profile!.id,
    })),
    profiles: site.profiles.map((one) => ({
      ...one,
      radius: { ...NEW_RADIUS_TARGET, serverId: 'radius', secret: 's' },
    })),
    devices: site.devices.map((device) => ({
      ...device,
      station: device.station && { opensPageOf: 'switch' },
      controller: device.controller && { ...device.controller, stagingNetworkId: network!.id },
      air: device.air && {
        ...device.air,
        near: { ...newAirEnd(), profileId: profile!.id },
        far: { ...newAirEnd(), profileId: profile!.id },
      },
      position: device.position && { ...device.position, antennaId: 'ant-full' },
    })),
    requirements:
      site.requirements.length > 0
        ? site.requirements
        : [{ id: 'r-full', fromNetworkId: network!.id, to: { networkId: second!.id }, strength: 'must' }],
    antennas: [
      ...site.antennas,
      {
        id: 'ant-full',
        name: 'Full',
        kind: 'patch',
        gainDbi: 8,
        horizontalBeamDeg: 60,
        verticalBeamDeg: 60,
        table: null,
      },
    ],
    cableRoutes: [
      ...site.cableRoutes,
      {
        id: 'route-full',
        linkId: site.links[0]!.id,
        name: 'Full way',
        points: [
          { levelId: level!.id, at: [0, 0] },
          { levelId: level!.id, at: [1, 1] },
        ],
        spareM: 0,
      },
    ],
    underlays: [
      {
        id: 'under-full',
        levelId: level!.id,
        name: 'Full',
        pictureId: 'pic',
        widthPx: 10,
        heightPx: 10,
        at: [0, 0],
        metresPerPx: 1,
        rotationDeg: 0,
        opacity: 1,
      },
    ],
    parts: [{ id: 'part-1', key: 'labels', name: 'Labels', unit: 'piece', count: 3, have: 0, rate: null }],
    neighbours: [
      ...site.neighbours,
      {
        id: 'heard-full',
        name: 'Somebody',
        bssid: null,
        band: '5',
        channel: 36,
        widthMhz: 20,
        rssiDbm: -70,
        heardAt: { levelId: level!.id, at: [0, 0] },
      },
    ],
  }
}

test('the fixture holds together, and no collection of it is empty', () => {
  expect(integrityProblems(full())).toEqual([])
  expect(COLLECTIONS.filter((collection) => full()[collection].length === 0)).toEqual([])
})

test.each(COLLECTIONS)('removing any record of %s leaves no reference to it', (collection) => {
  const site = full()
  for (const { id } of site[collection]) {
    const after = applyEdits(site, [{ op: 'remove', collection, id }])
    expect([id, freshProblems(site, after)]).toEqual([id, []])
    // Whatever integrity looks at: the id itself must stand nowhere any more, words of the user aside.
    const elsewhere = COLLECTIONS.flatMap((other) =>
      after[other].flatMap((record) =>
        references(record).some((value) => value === id && !keptBy(site, collection, id))
          ? [`${other} ${record.id}`]
          : [],
      ),
    )
    expect([id, elsewhere]).toEqual([id, []])
  }
})

/** Every string in a record but its own id and the words of the user. */
const WORDS = new Set(['id', 'name', 'place', 'pictureId', 'material', 'reason', 'label'])
function references(value: unknown, key = ''): string[] {
  if (typeof value === 'string') return WORDS.has(key) ? [] : [value]
  if (Array.isArray(value)) return value.flatMap((one) => references(one, key))
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).flatMap(([name, one]) => references(one, name))
  return []
}

/** The same text is the id of something else that stays. */
const keptBy = (site: Site, collection: string, id: string): boolean =>
  COLLECTIONS.some((other) => other !== collection && site[other].some((record) => record.id === id)) ||
  ['gateway', 'switch', 'controller', 'radius', 'modem'].includes(id)
