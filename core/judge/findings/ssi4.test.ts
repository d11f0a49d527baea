import { seen, withProfile, withSsid, yard } from '~/tests/kit/yard'
import { ssi4 } from './ssi4'

test.each([
  ['7 characters', 'wpa2-aes', 'sevench', true],
  ['8 characters', 'wpa2-aes', 'eightchr', false],
  ['63 characters', 'wpa2-aes', 'x'.repeat(63), false],
  ['64 characters', 'wpa2-aes', 'x'.repeat(64), true],
  ['64 hex digits', 'wpa2-aes', 'a'.repeat(64), false],
  ['64 hex digits for WPA3', 'wpa3-sae', 'a'.repeat(64), true],
  ['a control character', 'wpa2-aes', 'good\u0007enough', true],
  ['no key', 'wpa3-sae', null, true],
  ['no key on an open profile', 'open', null, false],
] as const)('%s in %s', (_name, mode, passphrase, wrong) => {
  expect(seen(ssi4, withProfile(yard(), 'prof-crew', { mode, passphrase }))).toHaveLength(wrong ? 1 : 0)
})

test('the finding never shows the key', () => {
  const [sighting] = seen(ssi4, withProfile(yard(), 'prof-crew', { passphrase: 'secret1' }))
  expect(JSON.stringify(sighting)).not.toContain('secret1')
})

test.each([
  ['32 octets', 'a'.repeat(32), 0],
  ['33 octets', 'a'.repeat(33), 1],
  ['16 characters of two octets', 'é'.repeat(16), 0],
  ['17 characters of two octets', 'é'.repeat(17), 1],
  ['11 characters of three octets', '⛵'.repeat(11), 1],
  ['9 characters of four octets', '🛟'.repeat(9), 1],
] as const)('a name of %s', (_name, name, count) => {
  expect(seen(ssi4, withSsid(yard(), 'ssid-crew', { name }))).toHaveLength(count)
})

test.each([
  ['open', 1],
  ['wpa-tkip', 1],
  ['wpa2-aes', 1],
  ['wpa2-enterprise', 1],
  ['wpa2-wpa3', 0],
  ['wpa3-sae', 0],
  ['wpa3-enterprise', 0],
] as const)('%s at 6 GHz', (mode, count) => {
  const site = withProfile(yard(), 'prof-crew', { mode })
  expect(seen(ssi4, withSsid(site, 'ssid-crew', { bands: ['5', '6'] }))).toHaveLength(count)
  expect(seen(ssi4, withSsid(site, 'ssid-crew', { bands: ['5'] }))).toHaveLength(0)
})
