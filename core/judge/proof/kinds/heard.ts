import { deviceOf } from '../../../plan'
import type { Band, Id, Point } from '../../../plan'
import type { TestKind } from './types'

/** A radio's level read at a spot of the chart; null: it was not heard there. `client`: what read it. */
export interface HeardSeen {
  kind: 'heard'
  levelId: Id
  at: Point
  deviceId: Id
  band: Band
  rssiDbm: number | null
  client: string | null
  /** As the client showed it. */
  bssid?: string
}

export const HEARD_KINDS: { heard: TestKind<HeardSeen> } = {
  heard: {
    verdict: (site, { deviceId, band, rssiDbm, at }) => ({
      says: `${deviceOf(site, deviceId)?.name ?? 'A device that is not in the plan any more'}, ${band} GHz: ${rssiDbm === null ? 'not heard' : `${rssiDbm} dBm`} at ${at.map((one) => one.toFixed(1)).join(', ')}`,
      // One spot has no need of its own: areas are claimed of many.
      ok: null,
    }),
    lacks: (site, { deviceId, levelId }) => {
      if (!deviceOf(site, deviceId)?.position) return { field: 'deviceId', noun: 'device on the chart' }
      return site.levels.some(({ id }) => id === levelId) ? null : { field: 'levelId', noun: 'level' }
    },
    counts: {},
  },
}
