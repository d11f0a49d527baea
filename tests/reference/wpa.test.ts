import { pbkdf2Sync } from 'node:crypto'
import { passphraseProblem } from '~/core/plan'
import { rawKey } from '~/core/plan/rawKey'

/** Test vectors of IEEE 802.11-2020 annex J.4.3 (passphrase to PSK); values from memory. */
test.each([
  ['password', 'IEEE', 'f42c6fc52df0ebef9ebb4b90b38a5f902e83fe1b135a70e23aed762e9710a12e'],
  ['ThisIsAPassword', 'ThisIsASSID', '0dc0d6eb90555ed6419756b9a15ec3e3209b63df707dd508d14581f8982721af'],
  ['a'.repeat(32), 'Z'.repeat(32), 'becb93866bb8c3832cb777c2f559807c8c59afcb6eae734885001300a981cc62'],
])('%s on %s', (passphrase, ssid, psk) => {
  expect(rawKey(passphrase, ssid)).toBe(psk)
  expect(pbkdf2Sync(passphrase, ssid, 4096, 32, 'sha1').toString('hex')).toBe(psk)
})

/** IEEE 802.11-2020 annex J.4: 8 to 63 characters, each with an ASCII value from 32 to 126. */
test.each([
  [7, true],
  [8, false],
  [63, false],
  [64, true],
])('%i characters refused: %s', (length, refused) => {
  expect(passphraseProblem('wpa2-aes', 'q'.repeat(length)) !== null).toBe(refused)
})

test('each of the 256 byte values: only 32 to 126 are accepted', () => {
  for (let value = 0; value < 256; value++) {
    const refused = passphraseProblem('wpa2-aes', `seven77${String.fromCharCode(value)}`) !== null
    expect([value, refused]).toEqual([value, value < 32 || value > 126])
  }
})
