import { data } from 'react-router'
import type { Site } from '~/core/plan'
import type { SiteState } from '~/store'
import { store } from '../sites/store.server'

/** The site of a route, or a 404 that the error page explains. */
export function siteOr404(siteId: string): SiteState {
  const state = store().sites.read(siteId)
  if (!state) throw data('There is no such site here. It may have been deleted.', { status: 404 })
  return state
}

const MOST_PLANS = 24
const plans = new Map<string, Site | null>()

/** Plans of earlier revisions: evidence that was met on one is looked at again. */
export const plansOf =
  (siteId: string) =>
  (revision: number): Site | null => {
    const key = `${siteId} ${revision}`
    const made = plans.has(key)
      ? (plans.get(key) ?? null)
      : (store().edits.at(siteId, revision) ?? store().restored.planAt(siteId, revision))
    plans.delete(key)
    plans.set(key, made)
    for (const [oldest] of plans) if (plans.size > MOST_PLANS) plans.delete(oldest)
    return made
  }
