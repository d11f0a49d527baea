import { useRouteLoaderData } from 'react-router'
import { openedFrame } from '../wire/frames'
import type { PackedFrame, SiteFrame } from '../wire/frames'

export const FRAME_ROUTE = 'screens/frame/route'

/** The site around the present stage. Throws outside of a site's pages. */
export function useSite(): SiteFrame {
  const frame = useRouteLoaderData<PackedFrame | SiteFrame>(FRAME_ROUTE)
  if (!frame) throw new Error('useSite belongs on the pages of a site')
  return openedFrame(frame)
}
