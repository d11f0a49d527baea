import { decideAtRouter } from '../../network/layer3'
import { deviceOf, networkOf } from '../../plan'
import type { Device, Id, Network, Rule, Site } from '../../plan'
import { lanInterface, routedNetworks, UPLINK } from './interfaces'
import { comment, lines } from '../text'

/**
 * The policy and the address translation of one router as an nftables ruleset. Rules stand in the plan's order, first
 * match decides, replies pass; new traffic from the uplink is dropped. Source of the syntax: nft(8).
 */
export function nftablesRuleset(site: Site, device: Device): string {
  const networks = routedNetworks(site, device)
  const forwards = forwardLines(site, device, networks)
  const inside = networks.map(({ vlanId }) => lanInterface(vlanId))
  return lines(
    '#!/usr/sbin/nft -f',
    comment(`${device.name}: rules and translation of ${site.name}`),
    'table inet yard_filter',
    'delete table inet yard_filter',
    'table inet yard_filter {',
    '  chain forward {',
    '    type filter hook forward priority filter; policy drop;',
    '    ct state established,related accept',
    '    ct state invalid drop',
    ...(forwards.length > 0 ? [`    iifname "${UPLINK}" ct status dnat accept`] : []),
    site.rules.flatMap((rule, i) => ruleLines(site, networks, rule, i + 1)),
    inside.length > 0 ? ['    # what no rule speaks of is routed', `    iifname ${set(inside)} accept`] : [],
    '  }',
    '  chain input {',
    '    type filter hook input priority filter; policy accept;',
    '    ct state established,related accept',
    `    iifname "${UPLINK}" drop`,
    networks.flatMap((from) => closedGateways(site, device.id, networks, from)),
    '  }',
    '}',
    'table ip yard_nat',
    'delete table ip yard_nat',
    'table ip yard_nat {',
    forwards.length > 0
      ? ['  chain prerouting {', '    type nat hook prerouting priority dstnat;', ...forwards, '  }']
      : [],
    '  chain postrouting {',
    '    type nat hook postrouting priority srcnat;',
    networks.flatMap(natLine),
    '  }',
    '}',
  )
}

/** A network that is kept out of another is kept from the router's own address there too. */
function closedGateways(site: Site, routerId: Id, networks: Network[], from: Network): string[] {
  const iif = `iifname "${lanInterface(from.vlanId)}"`
  const closed = networks.flatMap(({ id, gateway }) =>
    id !== from.id && gateway !== null && decideAtRouter(site, from.id, routerId, id).action === 'drop'
      ? [gateway]
      : [],
  )
  const others = closed.length === 0 ? [] : [`    ${iif} ip daddr { ${closed.join(', ')} } drop`]
  return decideAtRouter(site, from.id, routerId, from.id).action === 'drop'
    ? [...others, ...closedItself(iif)]
    : others
}

/** The router itself is closed to a network, but for what its clients live by: addresses (RFC 2131) and names (RFC 1035). */
const closedItself = (iif: string): string[] => [
  `    ${iif} udp dport { 53, 67 } accept`,
  `    ${iif} tcp dport 53 accept`,
  `    ${iif} drop`,
]

/** Ports of the feed handed to a device inside, where this router has a way to it. */
const forwardLines = (site: Site, device: Device, networks: Network[]): string[] =>
  site.forwards.flatMap(({ routerId, protocol, port, toDeviceId }) => {
    const to = deviceOf(site, toDeviceId)
    const home = networks.find(({ id }) => id === to?.management.networkId)
    if (routerId !== device.id || !to) return []
    return to.management.ip && home
      ? [`    iifname "${UPLINK}" ${protocol} dport ${port} dnat to ${to.management.ip}`]
      : [
          `    ${comment(`${protocol} ${port} to ${to.name}: it has no typed address in a network of this router`)}`,
        ]
  })

const set = (names: string[]): string => `{ ${names.map((name) => `"${name}"`).join(', ')} }`

const natLine = ({ translated, subnet, name }: Network): string[] =>
  translated
    ? [`    oifname "${UPLINK}" ip saddr ${subnet} masquerade`]
    : [`    ${comment(`${name} is not translated`)}`]

/** A rule as far as it speaks of traffic that this router sees begin in one of its networks. */
function ruleLines(site: Site, networks: Network[], rule: Rule, position: number): string[] {
  if (!rule.enabled) return [`    # rule ${position} is off`]
  const from = networks.filter(({ id }) => rule.fromNetworkId === null || rule.fromNetworkId === id)
  const to = destination(site, networks, rule)
  if (from.length === 0 || to === null) return []
  const source = `iifname ${set(from.map(({ vlanId }) => lanInterface(vlanId)))}`
  const verdict = rule.action === 'drop' ? 'drop' : 'accept'
  return [`    ${[source, to, verdict].filter(Boolean).join(' ')} comment "rule ${position}"`]
}

function destination(site: Site, networks: Network[], { to }: Rule): string | null {
  if (to === 'any') return ''
  if (typeof to === 'object' && 'deviceId' in to) return null
  if (to === 'internet') return `oifname "${UPLINK}"${notInside(site, networks)}`
  const network = networkOf(site, to.networkId)
  if (!network) return null
  return networks.includes(network)
    ? `oifname "${lanInterface(network.vlanId)}"`
    : `oifname "${UPLINK}" ip daddr ${network.subnet}`
}

/** Behind an inner router the site's other networks lie out by the uplink too, and are not the internet. */
function notInside(site: Site, networks: Network[]): string {
  const others = site.networks.filter((network) => !networks.includes(network)).map(({ subnet }) => subnet)
  return others.length === 0 ? '' : ` ip daddr != { ${others.join(', ')} }`
}
