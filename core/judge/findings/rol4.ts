import { decide } from '../../network/layer3'
import { deviceOf } from '../../plan'
import { putNetwork } from './mends'
import type { Rule } from './types'
import { atNetwork } from './where'

/** A network that may go outside and whose addresses are not translated. */
export const rol4: Rule = {
  code: 'ROL-4',
  check: ({ site }) =>
    site.networks.flatMap((network) => {
      const router = deviceOf(site, network.routedBy)
      if (network.translated || !router || decide(site, network.id, 'internet').action === 'drop') return []
      return [
        {
          says: `${router.name} does not translate addresses of ${network.name} (${network.subnet}).`,
          where: [atNetwork(network)],
          mend: putNetwork(`Translate ${network.name}`, { ...network, translated: true }),
        },
      ]
    }),
}
