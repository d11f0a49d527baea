import { expectMended, seen, withProfile, withSsid, yard } from '~/tests/kit/yard'
import { ssi2 } from './ssi2'

test('guests on the default profile go to the one that waits for them', () => {
  const mended = expectMended(ssi2, withSsid(yard(), 'ssid-berth', { profileId: 'prof-yard' }))
  expect(mended.ssids[1]?.profileId).toBe('prof-berth')
})

test('no profile at all', () => {
  expect(seen(ssi2, withSsid(yard(), 'ssid-berth', { profileId: null }))[0]?.says).toContain(
    'no security profile',
  )
})

test('with two spare profiles the choice is not ours', () => {
  const site = withSsid(yard(), 'ssid-berth', { profileId: 'prof-yard' })
  const spare = { ...site.profiles[2]!, id: 'another' }
  expect(seen(ssi2, { ...site, profiles: [...site.profiles, spare] })[0]?.mend).toBeUndefined()
})

test('a profile that is no longer the default is no mistake', () => {
  const site = withProfile(withSsid(yard(), 'ssid-berth', { profileId: 'prof-yard' }), 'prof-yard', {
    isDefault: false,
  })
  expect(seen(ssi2, site)).toEqual([])
})
