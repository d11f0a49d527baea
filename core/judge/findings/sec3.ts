import type { Rule } from './types'
import { atSsid } from './where'

/**
 * A hidden SSID for clients. Two methods: many installers hide names as one layer; it is no lock, since every
 * association sends the name in clear (IEEE 802.11-2020 9.3.3.5). A bridge's own SSID is left alone.
 */
export const sec3: Rule = {
  code: 'SEC-3',
  check: ({ site }) =>
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
      })),
}
