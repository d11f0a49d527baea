import loadHighs from 'highs'
import { fewestStops } from '~/core/judge/proof'
import type { FewestStops } from '~/core/judge/proof'
import { solveWith } from '~/core/lib/solver'
import type { Site } from '~/core/plan'
import { planTwin } from '~/core/radio/backhaul'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

export interface StopsTold extends FewestStops {
  /** Places at which this laptop measured on this revision. */
  measured: string[]
}

const known = new WeakMap<Site, FewestStops>()

/** The fewest places to test from, worked out once for a plan; and at which of them it was done. */
export async function stopsOf(siteId: string): Promise<StopsTold> {
  const { site, revision } = siteOr404(siteId)
  const told = known.get(site) ?? fewestStops(site, planTwin(site), solveWith(await loadHighs()))
  known.set(site, told)
  const measured = store()
    .observations.ofSite(siteId)
    .filter((one) => one.source === 'measured' && one.revision === revision)
    .flatMap(({ seen }) =>
      seen.kind === 'ping' && seen.attachmentId !== undefined ? [seen.attachmentId] : [],
    )
  return { ...told, measured: [...new Set(measured)] }
}
