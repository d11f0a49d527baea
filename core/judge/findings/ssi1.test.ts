import type { Ssid } from '~/core/plan'
import { seen, yard } from '~/tests/kit/yard'
import { ssi1 } from './ssi1'

const withTwin = (part: Partial<Ssid>) => {
  const site = yard()
  const crew = site.ssids[0]!
  return { ...site, ssids: [...site.ssids, { ...crew, id: 'twin', accessPointIds: [], ...part }] }
}

test('one letter in another case is another network to a client', () => {
  expect(seen(ssi1, withTwin({ name: 'ternquay-crew' }))[0]?.says).toContain('differ only in case')
})

test('one name with two keys, on any network', () => {
  expect(seen(ssi1, withTwin({ networkId: 'gear', profileId: 'prof-berth' }))[0]?.says).toContain(
    'different key and mode',
  )
})

test('the same name and key on other access points is what roaming wants', () => {
  expect(seen(ssi1, withTwin({}))).toEqual([])
})

test('a like name on another network is a choice', () => {
  expect(seen(ssi1, withTwin({ name: 'ternquay-crew', networkId: 'berths' }))).toEqual([])
})

test('one name with one key on two networks: a client gets into either', () => {
  expect(seen(ssi1, withTwin({ networkId: 'berths' })).map(({ says }) => says)).toEqual([
    expect.stringMatching(/is on two networks, .* and .*, with one key/),
  ])
})
