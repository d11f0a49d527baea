import type { Band, SecurityMode } from './types'

/** Source: IEEE 802.11-2020 9.4.2.2. */
export const MOST_SSID_OCTETS = 32
/** An SSID is octets; a text stands for those of its UTF-8. */
export const octetsOf = (text: string): number => new TextEncoder().encode(text).length

/**
 * At 6 GHz an SSID is protected by SAE or by 802.1X with protected management frames; open (without OWE) and WPA2 are not
 * allowed. Source: IEEE 802.11ax-2021 12.12.2 (from memory).
 */
const AT_6_GHZ: readonly SecurityMode[] = ['wpa3-sae', 'wpa2-wpa3', 'wpa3-enterprise']

export const isAllowedAt = (band: Band | null, mode: SecurityMode): boolean =>
  band !== '6' || AT_6_GHZ.includes(mode)
