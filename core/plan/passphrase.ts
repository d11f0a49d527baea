import type { SecurityMode, SecurityProfile } from './types'

const PERSONAL: SecurityMode[] = ['wpa-tkip', 'wpa-wpa2', 'wpa2-aes', 'wpa2-wpa3', 'wpa3-sae']
const PRINTABLE = /^[\x20-\x7e]*$/
const RAW_KEY = /^[0-9a-fA-F]{64}$/
/** WEP keys: 5 or 13 characters, or 10 or 26 hex digits. Source: IEEE 802.11-2020 12.3.2 (WEP-40, WEP-104). */
const WEP_KEY = /^([\x20-\x7e]{5}|[\x20-\x7e]{13}|[0-9a-fA-F]{10}|[0-9a-fA-F]{26})$/

/** Whether the mode asks each person to log in (802.1X) instead of for one key. */
export const isEnterprise = (profile: Pick<SecurityProfile, 'mode'> | undefined): boolean =>
  profile?.mode === 'wpa2-enterprise' || profile?.mode === 'wpa3-enterprise'

export const needsPassphrase = (mode: SecurityMode): boolean => mode === 'wep' || PERSONAL.includes(mode)
const usesSae = (mode: SecurityMode): boolean => mode === 'wpa3-sae' || mode === 'wpa2-wpa3'

/** Whether a passphrase in that mode stands for a raw key per SSID: WPA and WPA2, not SAE alone. */
export const usesRawKey = (mode: SecurityMode, passphrase: string): boolean =>
  PERSONAL.includes(mode) &&
  mode !== 'wpa3-sae' &&
  passphraseProblem(mode, passphrase) === null &&
  !RAW_KEY.test(passphrase)

/**
 * The sentence a device would refuse this key with, or null when the key is right for the mode. Never quotes the key.
 * Passphrases are 8–63 printable ASCII characters; 64 hex digits are a raw key, which SAE cannot use.
 * Source: IEEE 802.11-2020 annex J.4 (passphrase 8–63, ASCII 32–126), 12.4.3 (SAE passwords).
 */
export function passphraseProblem(mode: SecurityMode, passphrase: string | null): string | null {
  if (!needsPassphrase(mode)) return null
  if (passphrase === null || passphrase === '') return 'No key is set. This mode needs one.'
  if (mode === 'wep')
    return WEP_KEY.test(passphrase) ? null : 'A WEP key has 5 or 13 characters, or 10 or 26 hex digits.'
  if (!PRINTABLE.test(passphrase))
    return 'The key has a character that keyboards and devices do not agree on. Use letters, digits, spaces and plain punctuation (ASCII 32 to 126).'
  if (RAW_KEY.test(passphrase))
    return usesSae(mode)
      ? 'The key is a raw 64-digit key. WPA3 works from a passphrase of 8 to 63 characters and cannot use it.'
      : null
  if (passphrase.length < 8 || passphrase.length > 63)
    return `The key has ${passphrase.length} characters. Accepted: 8 to 63.`
  return null
}
