import { endToEnd, feedsOf } from './feeds'
import type { Mbps3 } from './feeds'
import type { RadioHop } from './radioHop'
import type { Site } from '../../plan'

export type WayKind = 'cable' | 'plainSwitch' | 'mains' | 'mesh' | 'bridge' | 'station'

export interface WayRow {
  kind: WayKind
  /** "Cable to Chandlery switch port 11", "Mesh, uplink to Gate AP". */
  name: string
  /** How it is fed in the plan now. */
  isPlanned: boolean
  lowMbps: number
  likelyMbps: number
  highMbps: number
  /** Share of its airtime that everybody around loses for each 10 Mbit/s that this one carries, percent. */
  takesPercentPer10: number
  /** Wait of one packet over the radio hops, by light and by heavy load; null where there are none. */
  lightMs: number | null
  heavyMs: number | null
  metres: number
  hours: number
  money: number
  risk: string
  /** Null where it can be done. */
  cannot: string | null
  parentId: string | null
  hop: RadioHop | null
}

/** What a device gets behind another: the least of that one's own feed and the last hop. */
export function behind(
  site: Site,
  parentId: string,
  last: Mbps3,
): Pick<WayRow, 'lowMbps' | 'likelyMbps' | 'highMbps'> {
  const feed = feedsOf(site, 'all').get(parentId)
  const before = feed ? endToEnd(site, feed) : null
  return {
    lowMbps: Math.min(last.low, before?.lowMbps ?? 0),
    likelyMbps: Math.min(last.likely, before?.likelyMbps ?? 0),
    highMbps: Math.min(last.high, before?.highMbps ?? 0),
  }
}
