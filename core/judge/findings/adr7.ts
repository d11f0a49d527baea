import { putNetwork } from './mends'
import type { Rule } from './types'
import { atNetwork } from './where'

/** A served network whose clients are told of no name server. Routers forward names as a rule: common practice, no source. */
export const adr7: Rule = {
  code: 'ADR-7',
  check: ({ site }) =>
    site.networks
      .filter(
        ({ servedBy, pool, nameServers }) => servedBy !== null && pool !== null && nameServers.length === 0,
      )
      .map((network) => ({
        says: `Clients of ${network.name} are told of no name server.`,
        where: [atNetwork(network)],
        mend: network.gateway
          ? putNetwork(`Hand out the gateway ${network.gateway} as name server`, {
              ...network,
              nameServers: [network.gateway],
            })
          : undefined,
      })),
}
