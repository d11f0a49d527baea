import { ipNumber, subnetOrNull } from '../../network/addressing'
import { controllerIpsOf } from '../../network/layer3'
import { controllers, deviceOf } from '../../plan'
import type { Device, Network, Site } from '../../plan'
import { lanInterface, routedNetworks } from './interfaces'
import { hostName, isHostName, tagAt } from './grammars/dnsmasq'
import { comment, lines } from '../text'

/**
 * The address service of one device as a configuration of dnsmasq: pools, gateways, name servers, reservations, options
 * 43 and 138, relays. Source of the directives: dnsmasq(8); of the options: RFC 2132, RFC 5417.
 */
export function dnsmasqConf(site: Site, device: Device): string {
  const served = site.networks.filter(({ servedBy, pool }) => servedBy === device.id && pool !== null)
  const relayed = routedNetworks(site, device).filter(
    ({ relayed: passesOn, servedBy }) => passesOn && servedBy !== device.id,
  )
  const hostNames = new Set<string>()
  return lines(
    comment(`${device.name}: addresses for ${served.length} networks of ${site.name}`),
    'bind-dynamic',
    'except-interface=lo',
    'domain-needed',
    'bogus-priv',
    'dhcp-authoritative',
    [...served, ...relayed].flatMap((network) =>
      network.routedBy === device.id ? [`interface=${lanInterface(network.vlanId)}`] : [],
    ),
    controllerNames(site, device, served),
    served.flatMap((network) => ['', ...networkLines(site, network, hostNames)]),
    relayed.flatMap((network) => ['', ...relayLines(site, network)]),
  )
}

/** Names of controllers, where leases of this device name it as name server. */
function controllerNames(site: Site, device: Device, served: Network[]): string[] {
  const asked = served.some(({ nameServers, gateway, routedBy }) =>
    nameServers.some((ip) => ip === device.management.ip || (ip === gateway && routedBy === device.id)),
  )
  return asked
    ? controllers(site).flatMap(({ controller, management }) =>
        controller?.dnsName && isHostName(controller.dnsName) && management.ip
          ? [`host-record=${controller.dnsName},${management.ip}`]
          : [],
      )
    : []
}

const tagOf = (site: Site, network: Network): string => tagAt(site.networks.indexOf(network), network.id)
const LEASE_TIME = '12h'

function networkLines(site: Site, network: Network, hostNames: Set<string>): string[] {
  const { pool, gateway, nameServers, vlanId, name } = network
  const subnet = subnetOrNull(network.subnet)
  if (!pool || !subnet) return []
  const tag = tagOf(site, network)
  const option = (what: string) => `dhcp-option=tag:${tag},${what}`
  return [
    comment(`${name}, VLAN ${vlanId}`),
    `dhcp-range=set:${tag},${pool.start},${pool.end},${subnet.mask},${LEASE_TIME}`,
    gateway === null ? option('option:router') : option(`option:router,${gateway}`),
    nameServers.length === 0
      ? option('option:dns-server')
      : option(`option:dns-server,${nameServers.join(',')}`),
    ...controllerOptions(site, network).map(option),
    ...reservations(site, network, hostNames),
  ]
}

/**
 * Option 138 is a list of addresses (RFC 5417 section 2). What stands in option 43 is each maker's own (RFC 2132 section
 * 8.4); written here as sub-option 1 with the addresses, the common form (common practice, no source).
 */
function controllerOptions(site: Site, network: Network): string[] {
  const ips = controllerIpsOf(site, network)
  if (ips.length === 0) return []
  const option43 = `43,01:${hexByte(ips.length * 4)}:${ips.map(hexIp).join(':')}`
  const option138 = `138,${ips.join(',')}`
  switch (network.announcedBy) {
    case '43':
      return [option43]
    case '138':
      return [option138]
    case 'both':
      return [option43, option138]
  }
}

const hexByte = (value: number): string => value.toString(16).padStart(2, '0')
const hexIp = (ip: string): string =>
  [24, 16, 8, 0].map((shift) => hexByte(Math.floor(ipNumber(ip) / 2 ** shift) % 256)).join(':')

/** A name is given once: dnsmasq would take it from the first for the second. */
function reservations(site: Site, network: Network, taken: Set<string>): string[] {
  return site.devices.flatMap(({ mac, name, management: { addressing, ip, networkId } }) => {
    if (addressing !== 'reserved' || networkId !== network.id || mac === null || ip === null) return []
    const host = hostName(name)
    const isFree = host !== null && !taken.has(host)
    if (isFree) taken.add(host)
    return [
      ...(isFree ? [] : [comment(`“${name}” is no host name of its own here, so its address has none`)]),
      `dhcp-host=${[mac, `set:${tagOf(site, network)}`, ip, ...(isFree ? [host] : [])].join(',')}`,
    ]
  })
}

function relayLines(site: Site, network: Network): string[] {
  const server = deviceOf(site, network.servedBy)?.management.ip
  return server && network.gateway
    ? [comment(`${network.name} is served from elsewhere`), `dhcp-relay=${network.gateway},${server}`]
    : []
}
