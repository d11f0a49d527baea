import { contains, isIp, subnetOrNull } from '../../../network/addressing'
import { attachmentOf } from '../../../network/layer2'
import { bad, good } from '../../../lib/outcome'
import type { Outcome } from '../../../lib/outcome'
import { aimKey, aimName, aimNetworkId, aimRouterId, deviceOf, networkOf } from '../../../plan'
import type { Id, Ip, Requirement, Site } from '../../../plan'
import { goalName } from '../testKinds'
import type { Helper, HereTest, HereTests } from './types'

/** So many hosts of one network are asked: where three answer or none, more tell nothing new. */
const MOST_HOSTS = 3

interface Wishes {
  /** An address outside that stands for the internet; null: nobody named one. */
  outside: Ip | null
  helpers: readonly Helper[]
}

/**
 * Which hosts are asked from a place: in each network that must or must not be reached from there, hosts of the plan whose address is
 * known. A gateway that answers proves nothing about forwarding, so it is asked for itself alone. Nothing is ever asked but addresses of
 * the plan's devices, helpers inside its subnets, and the one named outside.
 */
export function testsHere(
  site: Site,
  attachmentId: string,
  { outside, helpers }: Wishes = { outside: null, helpers: [] },
): Outcome<HereTests> {
  const place = attachmentOf(site, attachmentId)
  const network = networkOf(site, place?.networkId ?? null)
  if (!place || !network)
    return refused('at', `“${attachmentId}” is no place of the plan with a network. Give one from its list.`)
  if (outside !== null && !isIp(outside))
    return refused('outside', `“${outside}” is no IPv4 address. Accepted: such as 198.51.100.10.`)
  const stranger = helpers.find(({ networkId, ip }) => !isInside(site, networkId, ip))
  if (stranger)
    return refused(
      'helpers',
      `“${stranger.ip}” is no address of ${networkOf(site, stranger.networkId)?.name ?? stranger.networkId}. Give one inside its subnet.`,
    )
  const asked = site.requirements.filter(
    ({ fromNetworkId, strength }) => fromNetworkId === network.id && strength !== 'may',
  )
  const own = place.kind === 'station' ? place.place.deviceId : null
  const tests = asked.map((requirement) => ({
    requirement,
    hosts: hostsOf(site, requirement, { outside, helpers }, own),
  }))
  return good({
    networkId: network.id,
    tests: [
      ...(network.gateway ? [gatewayTest(network.gateway)] : []),
      ...networkHosts(site, network.id, helpers, own).map((host) => neighbourTest(host, network.id)),
      ...tests.flatMap(({ requirement, hosts }) => hosts.map((host) => testOf(host, requirement))),
    ],
    needs: tests
      .filter(({ hosts }) => hosts.length === 0)
      .map(({ requirement: { to, strength } }) => ({ to, strength, name: goalName(site, to) })),
  })
}

const refused = (field: string, message: string) => bad({ path: [field], code: 'here.refused', message })

function isInside(site: Site, networkId: Id, ip: Ip): boolean {
  const subnet = subnetOrNull(networkOf(site, networkId)?.subnet ?? null)
  return subnet !== null && isIp(ip) && contains(subnet, ip)
}

interface Host {
  ip: Ip
  label: string
}

function hostsOf(
  site: Site,
  { fromNetworkId, to }: Pick<Requirement, 'fromNetworkId' | 'to'>,
  { outside, helpers }: Wishes,
  own: Id | null,
): Host[] {
  if (to === 'internet') return outside === null ? [] : [{ ip: outside, label: 'outside' }]
  const networkId = aimNetworkId(to)
  return networkId === null
    ? routerHosts(site, aimRouterId(to), fromNetworkId)
    : networkHosts(site, networkId, helpers, own)
}

/** A router is asked at its address in the network that one is in; where it has none there, at its management address. */
function routerHosts(site: Site, routerId: Id | null, fromNetworkId: Id): Host[] {
  const own = site.networks.find(({ id, routedBy }) => id === fromNetworkId && routedBy === routerId)?.gateway
  const ip = own ?? deviceOf(site, routerId)?.management.ip ?? null
  return ip === null ? [] : [{ ip, label: aimName(site, { deviceId: routerId ?? '' }) }]
}

function networkHosts(site: Site, networkId: Id, helpers: readonly Helper[], own: Id | null): Host[] {
  const network = networkOf(site, networkId)
  const help = helpers
    .filter((helper) => helper.networkId === networkId)
    .map(({ ip }) => ({ ip, label: `a helper in ${network?.name ?? ''}` }))
  const planned = site.devices
    .filter(
      ({ id, management }) =>
        id !== own &&
        id !== network?.routedBy &&
        management.networkId === networkId &&
        ['fixed', 'reserved'].includes(management.addressing) &&
        management.ip !== null &&
        isInside(site, networkId, management.ip),
    )
    .map(({ name, management }) => ({ ip: management.ip ?? '', label: name }))
  return [...help, ...planned].slice(0, MOST_HOSTS)
}

const testOf = ({ ip, label }: Host, { to, strength }: Requirement): HereTest => ({
  id: `${aimNetworkId(to) ?? aimKey(to)} ${ip}`,
  ip,
  label,
  to,
  strength,
})

/** A host of the same network: heard here, its silence towards others says something. */
const neighbourTest = (host: Host, networkId: Id): HereTest => ({
  id: `${networkId} ${host.ip}`,
  ...host,
  to: { networkId },
  strength: null,
})

const gatewayTest = (ip: Ip): HereTest => ({
  id: `gateway ${ip}`,
  ip,
  label: 'the gateway',
  to: null,
  strength: null,
})
