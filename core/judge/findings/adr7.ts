import { contains, isNoHost, isUsable, subnetOrNull } from '../../network/addressing'
import type { Network, Site } from '../../plan'
import { putNetwork } from './mends'
import type { Rule, Sighting } from './types'
import { atNetwork } from './where'

/** A served network whose clients are told of no name server. Routers forward names as a rule: common practice, no source. */
export const adr7: Rule = {
  code: 'ADR-7',
  check: ({ site }) => [...unusable(site), ...missing(site)],
}

const isServing = ({ servedBy, pool }: Network): boolean => servedBy !== null && pool !== null

/** A DNS server at an address that no host can have: none of RFC 1122 section 3.2.1.3, and neither network nor broadcast of its subnet. */
const unusable = (site: Site): Sighting[] =>
  site.networks.filter(isServing).flatMap((network) => {
    const bad = network.nameServers.filter((ip) => {
      const subnet = subnetOrNull(network.subnet)
      return isNoHost(ip) || (subnet !== null && contains(subnet, ip) && !isUsable(subnet, ip))
    })
    const good = network.nameServers.filter((ip) => !bad.includes(ip))
    const next = good.length > 0 ? good : network.gateway ? [network.gateway] : []
    return bad.length === 0
      ? []
      : [
          {
            says: `${network.name} hands out the DNS server ${bad.join(', ')}, which no host can have.`,
            where: [atNetwork(network)],
            severity: good.length === 0 ? ('stop' as const) : ('fix' as const),
            mend:
              next.length > 0
                ? putNetwork(`Hand out ${next.join(', ')} instead`, { ...network, nameServers: next })
                : undefined,
          },
        ]
  })

const missing = (site: Site): Sighting[] =>
  site.networks
    .filter((network) => isServing(network) && network.nameServers.length === 0)
    .map((network) => ({
      says: `Clients of ${network.name} are told of no name server.`,
      where: [atNetwork(network)],
      mend: network.gateway
        ? putNetwork(`Hand out the gateway ${network.gateway} as name server`, {
            ...network,
            nameServers: [network.gateway],
          })
        : undefined,
    }))
