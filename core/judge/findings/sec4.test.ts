import { codes, demoYard, longMole, seen, withProfile, yard } from '~/tests/kit/yard'
import { seededRandom } from '../../lib/random'
import { newKey } from '../../plan'
import { FEWEST_GUESSES, guessesFor, timeWords } from './keyStrength'
import { sec4 } from './sec4'

const withKey = (passphrase: string) => withProfile(yard(), 'prof-crew', { passphrase })

test.each([
  ['the first of every list', 'password'],
  ['a run on the keyboard', 'qwertyuiop'],
  ['digits in order', '1234567890'],
  ['a word with its usual swaps', 'P@ssw0rd1'],
  ['a date', '19870623'],
  ['one thing over and over', 'aaaaaaaaaaaa'],
])('%s is weak', (_name, key) => {
  const [sighting] = seen(sec4, withKey(key))
  expect(sighting?.says).toContain('is guessed')
  expect(JSON.stringify(sighting)).not.toContain(key)
})

test.each([
  ['one that the generator made', newKey(seededRandom(5))],
  ['four words that have nothing to do with each other', 'gravel otter lantern noon'],
])('%s is not', (_name, key) => {
  expect(seen(sec4, withKey(key))).toEqual([])
})

test('ten thousand times the guesses of a working day stand behind a generated key', () => {
  const random = seededRandom(11)
  for (let i = 0; i < 50; i++) expect(guessesFor(newKey(random))).toBeGreaterThan(FEWEST_GUESSES * 1e4)
})

test('one key for crew and guests, whichever of the two has it', () => {
  const key = 'gravel otter lantern noon'
  const site = withProfile(withKey(key), 'prof-berth', { passphrase: key })
  const [sighting] = seen(sec4, site)
  expect(sighting?.says).toMatch(/have one key: whoever is let into .* is let into .* too/)
  expect(sighting?.where).toHaveLength(2)
  const alone = { ...site, ssids: site.ssids.filter(({ profileId }) => profileId !== 'prof-berth') }
  expect(seen(sec4, alone)).toEqual([])
})

test('what nobody uses, and what has no key, says nothing', () => {
  const site = withKey('password')
  expect(seen(sec4, { ...site, ssids: [] })).toEqual([])
  expect(seen(sec4, withProfile(site, 'prof-crew', { mode: 'open' }))).toEqual([])
})

test('the demos have good keys', () => {
  for (const site of [yard(), demoYard(), longMole()]) expect(codes(site)).not.toContain('SEC-4')
})

test.each([
  [100, 'at once'],
  [5e7, 'in 50 s'],
  [6e8, 'in 10 min'],
  [1e10, 'in 3 h'],
] as const)('%d guesses are through %s', (guesses, words) => {
  expect(timeWords(guesses)).toBe(words)
})
