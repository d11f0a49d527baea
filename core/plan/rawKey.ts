import { pbkdf2 } from '@noble/hashes/pbkdf2.js'
import { sha1 } from '@noble/hashes/legacy.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'

const ROUNDS = 4096
const KEY_BYTES = 32

/**
 * The raw 256-bit key, 64 hex digits, that a passphrase stands for on one SSID; some devices want it in this form.
 * PSK = PBKDF2(HMAC-SHA1, passphrase, SSID, 4096, 256 bits). Source: IEEE 802.11-2020 annex J.4.1.
 */
export const rawKey = (passphrase: string, ssid: string): string =>
  bytesToHex(pbkdf2(sha1, utf8ToBytes(passphrase), utf8ToBytes(ssid), { c: ROUNDS, dkLen: KEY_BYTES }))
