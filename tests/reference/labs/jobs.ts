import { contains, subnetOrNull } from '~/core/network/addressing'
import type { Site } from '~/core/plan'
import { after } from '../../kit/jobs'
import { INTERNET, Lab } from '../../real/lab'
import { noNamespaces, testWith } from '../../real/programs'

/**
 * What jobs make, brought up for real from its exported files. What is expected is what the installer was promised: an address of
 * its own network at every place, the internet where it must be reached, and silence both ways where it must not.
 */
const testReal = testWith(
  ['ip', 'dnsmasq', 'nft', 'udhcpc', 'ping', 'ethtool', 'ovs-vswitchd', 'ovsdb-server', 'ovs-vsctl'],
  noNamespaces,
)

const MADE: [string, () => Site][] = [
  ['one router and guests', () => after('one-router')],
  ['the old router as an access point', () => after('old-router')],
  ['a router behind the router', () => after('inner-router')],
  ['two networks in one router', () => after('two-networks')],
  ['two networks on one switch', () => after('two-networks', { where: 'switch' })],
  ['a bridge pair', () => after('bridge')],
  [
    'a mesh kit, two nodes by radio and one by cable',
    () => after('mesh', { nodes: 3, cabled: 1, switch: 'managed' }),
  ],
  [
    'access points with a controller, then a bridge',
    () => after('bridge', {}, after('access-points', { aps: 2 })),
  ],
  ['a remote worker', () => after('remote-worker', {}, after('access-points', { aps: 1 }))],
  ['company login', () => after('company-login', { users: 'anna' })],
]

/** Places of this site; those at the far end of a tunnel are not brought up here. */
const placesOf = (lab: Lab) => {
  const remote = new Set(lab.site.devices.flatMap((device) => (device.remote ? [device.id] : [])))
  return lab.sources().filter(({ place }) => !remote.has(place.deviceId))
}

async function leasesFit(lab: Lab): Promise<void> {
  const rows = placesOf(lab).map(({ label, place, networkId }) => {
    const network = lab.site.networks.find(({ id }) => id === networkId)
    const subnet = subnetOrNull(network?.subnet ?? null)
    const ip = lab.addressAt(place)
    return { label, fits: ip !== null && subnet !== null && contains(subnet, ip) }
  })
  expect(rows.filter(({ fits }) => !fits)).toEqual([])
  expect(rows.length).toBeGreaterThan(1)
}

async function promisesHold(lab: Lab): Promise<void> {
  const places = placesOf(lab)
  const rows = await Promise.all(
    lab.site.requirements.flatMap(({ fromNetworkId, to, strength }) =>
      places
        .filter(({ networkId }) => networkId === fromNetworkId)
        .flatMap((from) =>
          (to === 'internet'
            ? [INTERNET]
            : 'deviceId' in to
              ? lab.site.networks.flatMap(({ id, gateway }) => (id === fromNetworkId ? (gateway ?? []) : []))
              : places
                  .filter(({ networkId }) => networkId === to.networkId)
                  .map(({ place }) => lab.addressAt(place))
          ).map(async (ip) => ({
            says: `${from.label} to ${ip}`,
            wanted: strength !== 'mustNot',
            real: await lab.pings(from.place, ip),
          })),
        ),
    ),
  )
  expect(rows.filter(({ wanted, real }) => wanted !== real)).toEqual([])
  expect(rows.length).toBeGreaterThan(0)
}

for (const [name, make] of MADE)
  testReal(
    `a job brought up for real: ${name}`,
    async () => {
      const lab = await Lab.of(make())
      try {
        await leasesFit(lab)
        await promisesHold(lab)
      } finally {
        await lab.down()
      }
    },
    120_000,
  )
