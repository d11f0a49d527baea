import type { Traced } from '../lib/traced'
import type { Network, Site } from './types'

/** Clients that a network must have addresses for, from both places where they are stated. */
export interface ExpectedClients {
  /** Stated at the network, and summed over the areas. */
  stated: number
  inAreas: number
  /** The larger of both. */
  counted: Traced
}

/** What is stated at a network and what its areas add up to are reconciled: the larger counts, the difference is said. */
export function expectedClientsOf(site: Site, network: Network): ExpectedClients {
  const stated = network.expectedClients
  const inAreas = site.areas
    .flatMap(({ needs }) => needs)
    .reduce((sum, { networkId, clients }) => (networkId === network.id ? sum + clients : sum), 0)
  return {
    stated,
    inAreas,
    counted: {
      value: Math.max(stated, inAreas),
      unit: '',
      formula: 'the larger of both',
      inputs: [
        { name: 'stated at the network', value: String(stated) },
        { name: 'in its areas', value: String(inAreas) },
      ],
      source: 'The brief of this site',
    },
  }
}
