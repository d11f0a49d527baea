import type { FewestStops, Stop } from '~/core/judge/proof'
import type { Site } from '~/core/plan'
import { onPaperThread } from '~/papers/thread'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

export interface StopsTold extends Omit<FewestStops, 'stops'> {
  stops: (Pick<Stop, 'attachmentId' | 'label' | 'networkId'> & {
    /** Cables and radio links that it tries. */
    ways: number
  })[]
  /** Places at which this laptop measured on this revision. */
  measured: string[]
}

const known = new WeakMap<Site, Promise<FewestStops>>()

/** The fewest places to test from, worked out once for a plan and beside the server's own work. */
function fewestOf(site: Site): Promise<FewestStops> {
  const made = known.get(site) ?? onPaperThread({ kind: 'stops', site })
  known.set(site, made)
  made.catch(() => known.delete(site))
  return made
}

/** The fewest places to test from; and at which of them it was done. */
export async function stopsOf(siteId: string): Promise<StopsTold> {
  const { site, revision } = siteOr404(siteId)
  const measured = store()
    .observations.ofSite(siteId)
    .filter((one) => one.source === 'measured' && one.revision === revision)
    .flatMap(({ seen }) =>
      seen.kind === 'ping' && seen.attachmentId !== undefined ? [seen.attachmentId] : [],
    )
  const { stops, ...told } = await fewestOf(site)
  return {
    ...told,
    stops: stops.map(({ attachmentId, label, networkId, crossings }) => ({
      attachmentId,
      label,
      networkId,
      ways: crossings.length,
    })),
    measured: [...new Set(measured)],
  }
}
