import { roamReport, roamWords, bssidsKnown } from '~/core/judge/proof'
import type { RoamSample } from '~/core/judge/proof'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { deviceOf } from '~/core/plan'
import { joinedHere } from '~/field/laptop'
import type { HereRequest } from '~/schema/here'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

/** One moment of a laptop that is carried about. */
export interface JoinedNow {
  /** Who serves it, by name where that is known; null: nobody. */
  serving: string | null
  dbm: number | null
  atS: number
  samples: number
}

/** An hour at one a second. */
const MOST_SAMPLES = 3600
const walks = new Map<string, { beganMs: number; samples: RoamSample[] }>()

export async function sampleRoam(
  siteId: string,
  { interfaceName, isFirst }: Extract<HereRequest, { kind: 'joined' }>,
): Promise<Outcome<JoinedNow>> {
  const read = await joinedHere(interfaceName)
  if (!read.ok) return read
  const walk = (isFirst ? null : walks.get(siteId)) ?? { beganMs: Date.now(), samples: [] }
  walks.set(siteId, walk)
  if (walk.samples.length >= MOST_SAMPLES)
    return bad({
      path: [],
      code: 'roam.long',
      message: `${MOST_SAMPLES} samples are enough: stop, and record them.`,
    })
  const { joined, heard } = read.value
  const atS = (Date.now() - walk.beganMs) / 1000
  walk.samples.push({
    atS,
    serving: joined?.bssid ?? null,
    dbm: joined?.rssiDbm ?? null,
    others: heard
      .filter(({ bssid, ssid }) => bssid !== joined?.bssid && ssid === joined?.ssid)
      .map(({ bssid, rssiDbm }) => ({ radio: bssid, dbm: rssiDbm })),
  })
  const serving = joined ? nameOf(siteId)(joined.bssid) : null
  return good({ serving, dbm: joined?.rssiDbm ?? null, atS, samples: walk.samples.length })
}

/** The name of the device whose BSSID somebody matched, else the BSSID. */
function nameOf(siteId: string): (bssid: string) => string {
  const known = bssidsKnown(store().observations.ofSite(siteId))
  const { site } = siteOr404(siteId)
  return (bssid) => deviceOf(site, known.get(bssid)?.deviceId ?? '')?.name ?? bssid
}

export function keepRoam(
  siteId: string,
  { ssidId, who }: Extract<HereRequest, { kind: 'roamed' }>,
): Outcome<{ says: string[] }> {
  const { site, revision } = siteOr404(siteId)
  const walk = walks.get(siteId)
  if (!walk || walk.samples.length < 2)
    return bad({
      path: [],
      code: 'roam.short',
      message: 'Fewer than two samples: carry the laptop on, then stop.',
    })
  if (!site.ssids.some(({ id }) => id === ssidId))
    return bad({
      path: ['ssidId'],
      code: 'reference.unknown',
      message: 'That SSID is not in the plan any more.',
    })
  const report = roamReport(walk.samples)
  const { changes, lowestDbm, longestGapS, sticky } = report
  if (lowestDbm === null)
    return bad({
      path: [],
      code: 'roam.alone',
      message: 'Nobody served it at any moment: join the SSID first.',
    })
  store().observations.add(siteId, {
    revision,
    who: who || 'somebody',
    place: '',
    source: 'measured',
    seen: [
      {
        kind: 'roam',
        ssidId,
        changes: changes.length,
        lowestDbm,
        longestGapS: Math.round(longestGapS * 10) / 10,
        stickyS: Math.round(sticky.reduce((sum, { fromS, toS }) => sum + toS - fromS, 0)),
      },
    ],
  })
  walks.delete(siteId)
  return good({ says: roamWords(report, nameOf(siteId)) })
}
