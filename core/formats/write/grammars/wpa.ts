import { MOST_SSID_OCTETS, octetsOf } from '../../../plan'
import { rawKey } from '../../../plan/rawKey'
import { hexOf } from '../../text'
import { lineProblem, plainLine } from './faults'
import type { Faults, Field } from './faults'

/** 64 hex digits are the raw key itself. Source: IEEE 802.11-2020 annex J.4. */
const RAW_KEY = /^[0-9A-Fa-f]{64}$/
const PASSPHRASE = 'a passphrase of 8 to 63 octets, or 64 hex digits'
/** Read by hostapd as what follows a password. Source: hostapd.conf, sae_password. */
const SAE_EXTRAS = ['|mac=', '|vlanid=', '|pk=', '|id=']
/** As long as a plan holds one; in UTF-8 that many characters may be more octets. */
const LONGEST_PASSWORD = 512

/** An SSID as hex octets, which both programs read. 1 to 32 octets: IEEE 802.11-2020 9.4.2.2. */
export function ssidHex(name: string, field: Field, faults: Faults): string | null {
  if (/\p{Cs}/u.test(name)) return faults.refuse(field, 'holds half of a character', 'whole characters')
  const octets = octetsOf(name)
  return octets >= 1 && octets <= MOST_SSID_OCTETS
    ? hexOf(name)
    : faults.refuse(field, `has ${octets} octets in UTF-8`, `1 to ${MOST_SSID_OCTETS} octets`)
}

function isPassphrase(value: string, field: Field, faults: Faults): boolean {
  const octets = octetsOf(value)
  const problem = lineProblem(value) ?? (octets < 8 || octets > 63 ? `has ${octets} octets` : null)
  if (problem !== null) faults.refuse(field, problem, PASSPHRASE)
  return problem === null
}

/** The key of WPA and WPA2 for hostapd. Source: hostapd.conf, wpa_passphrase and wpa_psk. */
export function hostapdPsk(value: string, field: Field, faults: Faults): string | null {
  if (RAW_KEY.test(value)) return `wpa_psk=${value}`
  return isPassphrase(value, field, faults) ? `wpa_passphrase=${value}` : null
}

/**
 * The password of WPA3 for hostapd. One that holds `|id=` and its like is written as the passphrase, which SAE uses where
 * no password of its own is given, and which is read whole.
 */
export function hostapdSae(value: string, field: Field, faults: Faults): string | null {
  if (plainLine(value, field, faults) === null) return null
  const octets = octetsOf(value)
  if (octets < 1 || octets > LONGEST_PASSWORD)
    return faults.refuse(field, `has ${octets} octets`, `1 to ${LONGEST_PASSWORD} octets`)
  if (!SAE_EXTRAS.some((mark) => value.includes(mark))) return `sae_password=${value}`
  if (octets < 8 || octets > 63)
    return faults.refuse(
      field,
      `has ${octets} octets and holds what hostapd reads as another setting (${SAE_EXTRAS.join(', ')})`,
      '8 to 63 octets, or none of these',
    )
  return `wpa_passphrase=${value}`
}

/**
 * Whether wpa_supplicant would take a `#` in a quoted value for a comment: it counts quotation marks in pairs, and one
 * between two pairs begins a comment. Read off the program; held to it by its own dumps in tests.
 */
function holdsComment(value: string): boolean {
  let isQuoted = true
  for (const character of value) {
    if (character === '"') isQuoted = !isQuoted
    if (character === '#' && !isQuoted) return true
  }
  return false
}

/** Otherwise it reads from the first quotation mark to the last, and nothing between is an escape. */
const supplicantText = (value: string): string => (holdsComment(value) ? hexOf(value) : `"${value}"`)

/** The key of WPA and WPA2 for wpa_supplicant; as the raw key that it stands for where quotes cannot hold it. */
export const supplicantPsk =
  (ssid: string) =>
  (value: string, field: Field, faults: Faults): string | null => {
    if (RAW_KEY.test(value)) return `psk=${value}`
    if (!isPassphrase(value, field, faults)) return null
    return holdsComment(value) ? `psk=${rawKey(value, ssid)}` : `psk="${value}"`
  }

export function supplicantSae(value: string, field: Field, faults: Faults): string | null {
  if (plainLine(value, field, faults) === null) return null
  return `sae_password=${supplicantText(value)}`
}
