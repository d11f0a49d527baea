import { plural } from '../../lib/plural'
import type { Site } from '../../plan'
import type { Rule, Sighting } from './types'
import { atSsid } from './where'

/**
 * A hidden SSID for clients, or a list of their addresses. Two methods: many installers use both as a layer; it is no lock, since every
 * association sends the name in clear (IEEE 802.11-2020 9.3.3.5). A bridge's own SSID is left alone.
 */
export const sec3: Rule = {
  code: 'SEC-3',
  check: ({ site }) => [...listed(site), ...hidden(site)],
}

const hidden = (site: Site): Sighting[] =>
  site.ssids
    .filter(
      ({ id, hidden }) =>
        hidden && !site.devices.some(({ air, station }) => air?.ssidId === id && station === null),
    )
    .map((ssid) => ({
      says: `“${ssid.name}” is hidden. That is no lock, and every client has to call for it by name.`,
      where: [atSsid(ssid)],
      mend: {
        label: `Show “${ssid.name}”`,
        edits: [{ op: 'put', collection: 'ssids', record: { ...ssid, hidden: false } }],
      },
    }))

/** A list of hardware addresses: they are sent in clear in every frame, and typed in by whoever reads them (IEEE 802.11-2020 9.2.4.3). */
const listed = (site: Site): Sighting[] =>
  site.ssids
    .filter(({ macList }) => macList !== null)
    .map((ssid) => ({
      says: `“${ssid.name}” takes only ${plural(ssid.macList?.length ?? 0, 'device')} of its list. Addresses are sent in clear: that is a layer, and the key is the lock.`,
      where: [atSsid(ssid)],
    }))
