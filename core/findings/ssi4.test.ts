import { seen, withProfile, yard } from '~/tests/kit/yard'
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
