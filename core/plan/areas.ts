import type { Traced } from '../lib/traced'
import { networkOf } from './lookups'
import type { Area, Site } from './types'

/** Clients expected in an area, over all its networks. */
export const areaClients = ({ needs }: Area): number => needs.reduce((sum, { clients }) => sum + clients, 0)

/** What an area must carry when all its clients are busy at once. */
export const areaMbps = (site: Site, { needs }: Area): Traced => ({
  value: needs.reduce((sum, { clients, rateMbps }) => sum + clients * rateMbps, 0),
  unit: 'Mbit/s',
  formula: 'Σ clients × rate',
  inputs: needs.map(({ networkId, clients, rateMbps }) => ({
    name: networkOf(site, networkId)?.name ?? networkId,
    value: `${clients} × ${rateMbps} Mbit/s`,
  })),
  source: 'The brief of this site. All clients busy at once is the worst case; common practice, no source',
})
