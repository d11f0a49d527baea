import { deviceOf, networkOf, typeOf } from '../../../plan'
import type { Id, LedPattern, Site, VlanId } from '../../../plan'
import type { TestKind } from './types'

/** What a radio, a login or a light showed. */
export type RadioSeen =
  /** A station, node or bridge end that joined its parent, as its page shows it. */
  | { kind: 'registration'; deviceId: Id; rateMbps: number; snrDb: number | null }
  /** A client carried about: how often it changed, the worst of it. */
  | { kind: 'roam'; ssidId: Id; changes: number; lowestDbm: number; longestGapS: number; stickyS: number }
  | { kind: 'login'; ssidId: Id; user: string; accepted: boolean; vlanId: VlanId | null }
  | { kind: 'led'; deviceId: Id; led: string; colour: string; pattern: LedPattern }

type Of<K extends RadioSeen['kind']> = Extract<RadioSeen, { kind: K }>

const nameOf = (site: Site, id: Id): string =>
  deviceOf(site, id)?.name ?? 'A device that is not in the plan any more'
const ssidOf = (site: Site, id: Id) => site.ssids.find((one) => one.id === id)
const lacksDevice = (site: Site, { deviceId }: { deviceId: Id }) =>
  deviceOf(site, deviceId) ? null : { field: 'deviceId', noun: 'device' }
const lacksSsid = (site: Site, { ssidId }: { ssidId: Id }) =>
  ssidOf(site, ssidId) ? null : { field: 'ssidId', noun: 'SSID' }

/** So long a voice call bears being without the network. Common practice, no source. */
export const MOST_GAP_S = 1
/** Over its noise a link between devices is to have so much at least to hold. Common practice, no source. */
const LEAST_SNR_DB = 15

export const RADIO_KINDS: { [K in RadioSeen['kind']]: TestKind<Of<K>> } = {
  registration: {
    verdict: (site, { deviceId, rateMbps, snrDb }) => ({
      says: `${nameOf(site, deviceId)} is registered at ${rateMbps} Mbit/s${snrDb === null ? '' : `, ${snrDb} dB over noise`}`,
      ok: rateMbps > 0 && (snrDb === null || snrDb >= LEAST_SNR_DB),
    }),
    lacks: lacksDevice,
    counts: { running: ({ deviceId }) => deviceId },
  },
  roam: {
    verdict: (site, { ssidId, changes, lowestDbm, longestGapS, stickyS }) => ({
      says: `${ssidOf(site, ssidId)?.name ?? 'an SSID that is gone'}: ${changes} ${changes === 1 ? 'change' : 'changes'}, ${lowestDbm} dBm at the lowest, ${longestGapS} s without at the longest${stickyS > 0 ? `, ${stickyS} s at a far access point beside a stronger one` : ''}`,
      ok: longestGapS <= MOST_GAP_S && stickyS === 0,
    }),
    lacks: lacksSsid,
    counts: {},
  },
  login: {
    verdict: (site, { ssidId, user, accepted, vlanId }) => {
      const ssid = ssidOf(site, ssidId)
      const meant = networkOf(site, ssid?.networkId ?? null)?.vlanId ?? null
      return {
        says: `${user} was ${accepted ? `let in${vlanId === null ? '' : ` on VLAN ${vlanId}`}` : 'turned away'} at ${ssid?.name ?? 'an SSID that is gone'}`,
        ok: ssid ? accepted && (vlanId === null || vlanId === meant) : null,
      }
    },
    lacks: lacksSsid,
    counts: {},
  },
  led: {
    verdict: (site, { deviceId, led, colour, pattern }) => {
      const device = deviceOf(site, deviceId)
      const meaning = (device && typeOf(site, device))?.leds.find(
        (one) => one.led === led && one.colour === colour && one.pattern === pattern,
      )
      const shows = pattern === 'dark' ? `${led} is dark` : `${led} ${colour}, ${pattern}`
      return {
        says: `${nameOf(site, deviceId)}: ${shows}${meaning ? `, that is ${meaning.means.join(' or ')}` : ''}`,
        ok: null,
      }
    },
    lacks: lacksDevice,
    counts: {},
  },
}
