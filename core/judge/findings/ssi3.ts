import { networkOf } from '../../plan'
import type { Rule } from './types'
import { atSsid } from './where'

/** An SSID without a network, or one that lets clients in among the gear. */
export const ssi3: Rule = {
  code: 'SSI-3',
  check: ({ site }) =>
    site.ssids.flatMap((ssid) => {
      const network = networkOf(site, ssid.networkId)
      if (!network) return [{ says: `“${ssid.name}” is on no network.`, where: [atSsid(ssid)] }]
      if (network.purpose !== 'management') return []
      return [
        {
          says: `“${ssid.name}” is on ${network.name}, the network of the gear itself.`,
          where: [atSsid(ssid)],
          severity: 'fix' as const,
        },
      ]
    }),
}
