import { createContext, use } from 'react'
import { useRouteLoaderData } from 'react-router'
import type { SiteFrame } from '../server/derived/siteState.server'

export const FRAME_ROUTE = 'screens/frame/route'

/** A plan that is only looked at: parts of the page below read it in place of the site's own. */
export const LookedAt = createContext<SiteFrame['site'] | null>(null)

/** The site around the present stage. Throws outside of a site's pages. */
export function useSite(): SiteFrame {
  const frame = useRouteLoaderData<SiteFrame>(FRAME_ROUTE)
  const site = use(LookedAt)
  if (!frame) throw new Error('useSite belongs on the pages of a site')
  return site ? { ...frame, site } : frame
}
