import { withDevice, withSsid, yard } from '~/tests/kit/yard'
import { newDevice, newPort } from './defaults'
import { compareFirmware, isOlder } from './firmware'
import { accessPoints, deviceOf, linkAt, neighbourAt, portName, ssidsOn, vlanName } from './lookups'
import { passphraseProblem, usesRawKey } from './passphrase'
import { STARTER_TYPES } from './starterTypes'

test('a port is called by its printed label where the type has one', () => {
  expect(portName(yard(), { deviceId: 'gateway', port: 1 })).toBe('Yard gateway port feed')
  expect(portName(withDevice(yard(), 'gateway', { typeId: null }), { deviceId: 'gateway', port: 1 })).toBe(
    'Yard gateway port 1',
  )
  expect(portName(yard(), { deviceId: 'gone', port: 3 })).toBe('port 3')
})

test('a VLAN is called by its network, or by its number alone', () => {
  expect([vlanName(yard(), 24), vlanName(yard(), 999)]).toEqual(['VLAN 24 (Crew)', 'VLAN 999'])
})

test('a cable is found from both of its ends', () => {
  expect(linkAt(yard(), { deviceId: 'ap-shop', port: 1 })?.id).toBe('l-ap')
  expect(neighbourAt(yard(), { deviceId: 'ap-shop', port: 1 })).toMatchObject({
    end: { deviceId: 'switch', port: 3 },
  })
  expect(neighbourAt(yard(), { deviceId: 'switch', port: 3 })).toMatchObject({
    end: { deviceId: 'ap-shop', port: 1 },
  })
  expect(neighbourAt(yard(), { deviceId: 'switch', port: 8 })).toBeUndefined()
})

test('an SSID for nobody in particular is on every access point', () => {
  const [shop] = accessPoints(yard())
  expect(ssidsOn(yard(), shop!)).toHaveLength(2)
  expect(ssidsOn(withSsid(yard(), 'ssid-crew', { accessPointIds: [] }), shop!)).toHaveLength(1)
  expect(ssidsOn(withSsid(yard(), 'ssid-crew', { accessPointIds: ['ap-shop'] }), shop!)).toHaveLength(2)
})

test('no id finds nothing', () => expect(deviceOf(yard(), null)).toBeUndefined())

test.each([
  ['1.2.3', '1.2.3', 0],
  ['1.2', '1.2.0', 0],
  ['1.9', '1.10', -1],
  ['2', '1.99.99', 1],
  ['10.0', '9.9', 1],
])('firmware %s against %s', (a, b, sign) => expect(Math.sign(compareFirmware(a, b))).toBe(sign))

test('an unknown version is neither old nor new', () => {
  expect([isOlder(null, '1'), isOlder('1', null), isOlder('1', '2')]).toEqual([false, false, true])
})

test('a fresh device is careful: access ports, untagged only, PoE off, factory login still to be changed', () => {
  const gateway = newDevice(
    'g',
    'G',
    STARTER_TYPES.find(({ kind }) => kind === 'gateway')!,
    12,
  )
  expect(
    gateway.ports.every(({ mode, nativeVlan, poe }) => mode === 'access' && nativeVlan === 12 && !poe),
  ).toBe(true)
  expect(gateway).toMatchObject({
    router: { uplink: { port: 1 } },
    defaultLogin: true,
    powerSource: 'supply',
  })
  const accessPoint = newDevice(
    'a',
    'A',
    STARTER_TYPES.find(({ kind }) => kind === 'accessPoint')!,
  )
  expect(accessPoint).toMatchObject({ router: null, powerSource: 'poe', firmware: '6.2.0' })
  expect(accessPoint.radios.map(({ band }) => band)).toEqual(['2.4', '5'])
  expect(newPort(1)).toMatchObject({ admit: 'untaggedOnly', ingressFilter: true })
})

test('starter types have ids of their own and ports in order', () => {
  expect(new Set(STARTER_TYPES.map(({ id }) => id)).size).toBe(STARTER_TYPES.length)
  for (const { ports } of STARTER_TYPES)
    expect(ports.map(({ number }) => number)).toEqual(ports.map((_, i) => i + 1))
})

test.each([
  ['wep', 'abcde', true],
  ['wep', 'abcdef', false],
  ['wep', '0123456789', true],
  ['wpa2-enterprise', null, true],
  ['wpa2-wpa3', 'f'.repeat(64), false],
] as const)('%s with %s: accepted %s', (mode, key, accepted) =>
  expect(passphraseProblem(mode, key) === null).toBe(accepted),
)

test('raw keys belong to passphrases of WPA and WPA2', () => {
  expect(usesRawKey('wpa2-aes', 'eight 88')).toBe(true)
  expect(usesRawKey('wpa3-sae', 'eight 88')).toBe(false)
  expect(usesRawKey('wpa2-aes', 'a'.repeat(64))).toBe(false)
  expect(usesRawKey('wpa2-aes', 'short')).toBe(false)
})
