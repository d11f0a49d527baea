import { demoYard, withDevice } from '~/tests/kit/yard'
import { newAir, newAirEnd, withoutSecrets } from '../../plan'
import type { AirUplink, Site } from '../../plan'
import { compareEnds, keyFingerprint, keySharedWith, twoEnds } from '.'

const yard = demoYard()
const device = (site: Site, id: string) => site.devices.find((one) => one.id === id)!
const rows = (site: Site, id = 'bridge-hut') =>
  new Map(compareEnds(site, device(site, id)).map((row) => [row.what, row]))
const withAir = (part: Partial<AirUplink>): Site =>
  withDevice(yard, 'bridge-hut', { air: { ...device(yard, 'bridge-hut').air!, ...part } })
const near = device(yard, 'bridge-hut').air!.near!

test('four hex digits, the same for the same key on the same SSID, another on another', () => {
  expect(keyFingerprint('a-key-of-length', 'one')).toMatch(/^[0-9a-f]{4}$/)
  expect(keyFingerprint('a-key-of-length', 'one')).toBe(keyFingerprint('a-key-of-length', 'one'))
  expect(keyFingerprint('a-key-of-length', 'one')).not.toBe(keyFingerprint('a-key-of-length', 'two'))
  expect(keyFingerprint('a-key-of-length', 'one')).not.toBe(keyFingerprint('A-key-of-length', 'one'))
})

test('the demo’s bridge agrees in all, and no row holds its key', () => {
  const all = [...rows(yard).values()]
  expect(all.every(({ ok }) => ok)).toBe(true)
  expect(all.map(({ what }) => what)).toEqual([
    'SSID',
    'Key (fingerprint)',
    'Mode and cipher',
    'Width',
    'Channel',
    'Own address',
    'Address service',
    'Shown to clients',
    'Key of its own',
  ])
  expect(JSON.stringify(all)).not.toContain('heave-to')
})

test('a plan without its keys says so instead of guessing', () => {
  const key = rows(withoutSecrets(yard)).get('Key (fingerprint)')!
  expect(key).toMatchObject({ near: 'not set', far: 'not set', ok: false })
})

test('case alone, a channel by hand, another width: each in its row with its code', () => {
  const wrong = rows(withAir({ near: { ...near, ssid: 'Tq-Pontoon-Link', channel: 36, widthMhz: 40 } }))
  expect(wrong.get('SSID')).toMatchObject({
    ok: false,
    code: 'BKH-5',
    wants: expect.stringContaining('only the case differs'),
  })
  expect(wrong.get('Channel')).toMatchObject({ ok: false, code: 'BKH-6', near: '36', far: '132' })
  expect(wrong.get('Width')).toMatchObject({ ok: false, code: 'BKH-6' })
  // The fingerprint is taken on one name, so a slip in the name is not told as a slip in the key.
  expect(wrong.get('Key (fingerprint)')?.ok).toBe(true)
})

test('an address inside a pool and an address server left on', () => {
  const inside = withDevice(yard, 'bridge-hut', {
    management: { ...device(yard, 'bridge-hut').management, ip: '172.27.12.150' },
    strayServer: { start: '192.168.0.2', end: '192.168.0.9', gateway: null, nameServers: [] },
  })
  expect(rows(inside).get('Own address')).toMatchObject({ ok: false, code: 'ADR-2' })
  expect(rows(inside).get('Address service')).toMatchObject({
    ok: false,
    code: 'ADR-1',
    near: 'on',
    far: 'off',
  })
})

test('a station is held against the SSID it joins', () => {
  const station = (ssid: string) =>
    withDevice(yard, 'printer', {
      air: newAir('ap-work-1', {
        ssidId: 'ssid-crew',
        near: { ...newAirEnd(), ssid, profileId: 'prof-crew', widthMhz: 40 },
      }),
    })
  const good = rows(station('TernQuay-Crew'), 'printer')
  expect(good.get('SSID')?.ok).toBe(true)
  expect(good.has('Shown to clients')).toBe(false)
  expect(rows(station('ternquay-crew'), 'printer').get('SSID')?.wants).toContain('only the case differs')
  expect(twoEnds(yard, device(yard, 'ap-shop'))).toBeNull()
})

test('whose key it is as well', () => {
  const profile = (id: string) => yard.profiles.find((one) => one.id === id)
  expect(keySharedWith(yard, profile('prof-bridge'))).toBeNull()
  expect(keySharedWith(yard, profile('prof-berth'))).toBe('TernQuay-Berths')
  expect(
    keySharedWith(yard, { ...profile('prof-bridge')!, passphrase: profile('prof-crew')!.passphrase }),
  ).toBe('TernQuay-Crew')
  expect(keySharedWith(yard, undefined)).toBeNull()
})
