import { HIGH_SHARE, LOW_SHARE } from '../airtime'
import type { GoodputRange } from '../airtime'
import type { PlannedRadio } from '../coverage'
import { perSite } from '../../lib/perSite'
import type { Id, Site } from '../../plan'
import { areaLinks, costOf } from './areaLinks'
import type { AreaLinks, Serving } from './areaLinks'
import { endToEnd, feedsOf } from './feeds'

const NOTHING: GoodputRange = { lowMbps: 0, likelyMbps: 0, highMbps: 0 }

/**
 * What one client alone gets through a radio and its feed. The last hop and radio hops before it on the same band share
 * their air, else the lesser of both decides.
 */
export function throughFeed(
  site: Site,
  radio: PlannedRadio,
  alone: { low: number; likely: number; high: number },
): GoodputRange {
  const feed = feedsOf(site, 'all').get(radio.device.id)
  if (!feed) return NOTHING
  const before = endToEnd(site, feed)
  const sharesAir = feed.hops.some(
    (hop) => hop.kind === 'air' && typeof hop.radio !== 'string' && hop.radio.band === radio.band,
  )
  const both = (client: number, uplink: number) =>
    sharesAir ? 1 / (1 / Math.max(client, 1e-9) + 1 / Math.max(uplink, 1e-9)) : Math.min(client, uplink)
  return {
    lowMbps: both(LOW_SHARE * alone.low, before.lowMbps),
    likelyMbps: both(alone.likely, before.likelyMbps),
    highMbps: both(HIGH_SHARE * alone.high, before.highMbps),
  }
}

/** One client alone in an area: by the radio that serves most of it. */
export function expectedIn(site: Site, { alone, servings }: AreaLinks): GoodputRange {
  const main = [...servings].sort((a, b) => b.share - a.share)[0]
  return main ? throughFeed(site, main.radio, alone) : NOTHING
}

const linksOf = perSite((site: Site, _all: 'all') => areaLinks(site))

/** What the plan promises to one client of a device, somewhere in the areas that it serves; null where it serves none. */
export function promisedAt(site: Site, deviceId: Id): GoodputRange | null {
  const own = linksOf(site, 'all')
    .flatMap(({ servings }) => servings)
    .filter(({ radio }) => radio.device.id === deviceId)
    .sort((a, b) => cellsOf(b) - cellsOf(a))[0]
  return own ? throughFeed(site, own.radio, spread(own)) : null
}

const cellsOf = ({ modes }: Serving): number => modes.reduce((sum, { cells }) => sum + cells, 0)

/** Goodput alone at the tenth, the middle and the ninetieth of a hundred cells. */
function spread(serving: Serving): { low: number; likely: number; high: number } {
  const byRate = serving.modes
    .map(({ mode, cells }) => ({ mbps: 1e6 / costOf(mode, 2), cells }))
    .sort((a, b) => a.mbps - b.mbps)
  const all = cellsOf(serving)
  const at = (share: number): number => {
    let seen = 0
    for (const { mbps, cells } of byRate) if ((seen += cells) >= share * all) return mbps
    return 0
  }
  return { low: at(0.1), likely: at(0.5), high: at(0.9) }
}
