import { pbkdf2Sync } from 'node:crypto'
import { deviceFiles } from '~/core/formats'
import type { DeviceFile } from '~/core/formats'
import { deviceOf, profileOf, ssidsOn } from '~/core/plan'
import type { Device, SecurityProfile, Site } from '~/core/plan'
import { FileFolder } from '../kit/fileFolder'
import { after } from '../kit/jobs'
import { hostilePlan } from '../kit/hostile'
import { boatyard, demoYard, spoiltDemoYard, withProfile, withSsid } from '../kit/yard'
import { ran, testWith } from '../real/programs'

/**
 * Radio files past the programs that read them. hostapd and wpa_supplicant print the keys they have read with `-K -dd`; a
 * file must give back the plan's own octets, or not be written.
 */
const PLANS = 500
const RAW_KEY = /^[0-9A-Fa-f]{64}$/
const folder = new FileFolder()
afterAll(() => folder.remove())

const hex = (text: string): string => Buffer.from(text).toString('hex')

/** The octets that a program dumped under a heading, as hex, each time it did. */
function dumped(out: string, heading: string): string[] {
  const lines = out.split('\n')
  return lines.flatMap((line, i) => {
    if (!line.startsWith(`${heading} - hexdump`)) return []
    if (line.includes('hexdump(')) return [line.slice(line.indexOf('): ') + 3).replaceAll(' ', '')]
    const rows = lines.slice(i + 1)
    const end = rows.findIndex((row) => !row.startsWith('     '))
    // Each row: five spaces, sixteen octets of three characters, then the same as text.
    return [
      rows
        .slice(0, end < 0 ? undefined : end)
        .map((row) => row.slice(5, 52).replace(/[^0-9a-f]/g, ''))
        .join(''),
    ]
  })
}

/** One file per SSID of a hostapd file, on a driver that needs no radio; a second one that cannot be added ends the run. */
function onePerSsid(text: string): string[] {
  const [head = '', ...parts] = text.split(/^(?=ssid2=)/m)
  const shared = head
    .replace('driver=nl80211', 'driver=none')
    .replace(/^(country_code|ieee80211d|op_class|he_|vht_).*$/gm, '')
  return parts.map(
    (part) => `${shared}\nsae_pwe=2\n${part.replace(/^bss=.*$/gm, '')}\nbss=wlan9_9\nssid2=00\n`,
  )
}

function heardByHostapd(text: string) {
  const { out } = ran('hostapd', ['-K', '-dd', folder.put('hostapd.conf', text)])
  return {
    taken: !out.includes('errors found in configuration file'),
    ssid: dumped(out, 'SSID')[0] ?? dumped(out, 'SAE: SSID')[0],
    psk: dumped(out, 'PSK (ASCII passphrase)'),
    sae: dumped(out, 'SAE: password'),
    out,
  }
}

const usesPsk = ({ mode }: SecurityProfile) => mode === 'wpa2-aes' || mode === 'wpa2-wpa3'
const usesSae = ({ mode }: SecurityProfile) => mode === 'wpa3-sae' || mode === 'wpa2-wpa3'

/** What the program must have read of a profile's key. */
const expected = (profile: SecurityProfile) => ({
  psk: usesPsk(profile) && !RAW_KEY.test(profile.passphrase ?? '') ? [hex(profile.passphrase ?? '')] : [],
  sae: usesSae(profile) ? hex(profile.passphrase ?? '') : undefined,
})

const filesOf = (site: Site, id: string, withKeys: boolean): DeviceFile[] =>
  deviceFiles(site, deviceOf(site, id) as Device, withKeys)

/** A file that is not written says why, and only for reasons that its grammar has. */
const REASON = /control character|half of a character|octets/

/** The hostile plans whose file of that device and kind is written; a file that is not has a reason of its grammar. */
function* writtenPlans(device: string, kind: string): Generator<{ seed: number; site: Site; text: string }> {
  for (let seed = 0; seed < PLANS; seed++) {
    const site = hostilePlan(seed, folder.canary)
    const { text, refused } = filesOf(site, device, true).find(({ id }) => id.endsWith(kind))!
    for (const { message } of refused) expect(message).toMatch(REASON)
    if (text !== null) yield { seed, site, text }
  }
}

testWith(['hostapd'])(
  `hostapd reads back the keys of ${PLANS} hostile plans`,
  () => {
    let read = 0
    for (const { seed, site, text } of writtenPlans('ap-office', 'hostapd-5ghz')) {
      const offered = ssidsOn(site, deviceOf(site, 'ap-office')!).filter(({ bands }) => bands.includes('5'))
      const onAir = offered.filter((ssid) => profileOf(site, ssid)?.mode !== 'wep')
      const parts = onePerSsid(text)
      expect(parts).toHaveLength(onAir.length)
      onAir.forEach((ssid, i) => {
        const profile = profileOf(site, ssid)!
        const heard = heardByHostapd(parts[i]!)
        const want = expected(profile)
        expect({ seed, taken: heard.taken }).toEqual({ seed, taken: true })
        // A password that SAE keeps in the passphrase's place is dumped as one, too; WPA2 is not offered with it.
        if (profile.mode !== 'wpa3-sae') expect({ seed, psk: heard.psk }).toEqual({ seed, psk: want.psk })
        if (want.sae !== undefined) expect(heard.sae).toContain(want.sae)
        if (heard.ssid !== undefined) expect(heard.ssid).toBe(hex(ssid.name))
        if (usesPsk(profile) && RAW_KEY.test(profile.passphrase!))
          expect(parts[i]).toContain(`\nwpa_psk=${profile.passphrase}\n`)
        read++
      })
    }
    expect(read).toBeGreaterThan(PLANS / 2)
    expect(folder.isUntouched()).toBe(true)
  },
  300_000,
)

testWith(['hostapd'])('hostapd starts no SSID without its key, whatever the mode', () => {
  for (const mode of [
    'wpa-tkip',
    'wpa2-aes',
    'wpa2-wpa3',
    'wpa3-sae',
    'wpa2-enterprise',
    'wpa3-enterprise',
  ] as const) {
    const login = boatyard().profiles.find(({ id }) => id === 'prof-login')!.radius
    const site = withProfile(boatyard(), 'prof-crew', { mode, radius: login })
    const file = filesOf(site, 'ap-office', false).find(({ id }) => id.endsWith('hostapd-5ghz'))!
    const text = file.text!.replace('driver=nl80211', 'driver=none')
    expect({ mode, out: heardByHostapd(text).taken }).toEqual({ mode, out: false })
    for (const part of onePerSsid(file.text!)) expect(heardByHostapd(part).taken).toBe(false)
  }
})

testWith(['hostapd'])('each mode and key that a plan may hold is taken by hostapd', () => {
  for (const mode of [
    'wpa-tkip',
    'wpa-wpa2',
    'wpa2-aes',
    'wpa2-wpa3',
    'wpa3-sae',
    'open',
    'wpa3-enterprise',
  ] as const)
    for (const passphrase of [
      'a "b"\\c#|d ',
      'x|id=me|mac=02:00:00:00:00:01',
      'ab'.repeat(32),
      'ä'.repeat(31),
    ]) {
      const login = boatyard().profiles.find(({ id }) => id === 'prof-login')!.radius
      const site = withProfile(boatyard(), 'prof-crew', { mode, passphrase, radius: login })
      const file = filesOf(site, 'ap-office', true).find(({ id }) => id.endsWith('hostapd-5ghz'))!
      expect(file.refused).toEqual([])
      for (const part of onePerSsid(file.text!)) expect(heardByHostapd(part)).toMatchObject({ taken: true })
    }
})

/** The demo as it comes, and without its mistakes; and what jobs make. */
const DEMOS = [
  spoiltDemoYard(),
  demoYard(),
  ...(['one-router', 'mesh', 'access-points', 'cluster'] as const).map((id) => after(id)),
]
const allOf = (site: Site, kind: RegExp): DeviceFile[] =>
  site.devices.flatMap((device) => deviceFiles(site, device, true)).filter(({ id }) => kind.test(id))

testWith(['hostapd', 'wpa_supplicant'])(
  'every radio file of the demos and of what jobs make is taken, each SSID of it with its key',
  () => {
    for (const site of DEMOS) {
      const files = allOf(site, /hostapd/)
      expect(files.length).toBeGreaterThan(1)
      for (const { id, text, refused } of files) {
        expect({ id, refused }).toEqual({ id, refused: [] })
        for (const part of onePerSsid(text!))
          expect({ id, taken: heardByHostapd(part).taken }).toEqual({ id, taken: true })
      }
      for (const { id, text } of allOf(site, /wpa_supplicant/)) {
        const { out } = ran('wpa_supplicant', [
          '-dd',
          '-i',
          'none0',
          '-D',
          'wired',
          '-c',
          folder.put('w.conf', text!),
        ])
        expect({ id, ok: out.includes('Failed to read or parse configuration') }).toEqual({ id, ok: false })
      }
    }
  },
)

test('an SSID without a profile, with WEP, or with a login and no server is left off the air', () => {
  const off = (site: Site) => {
    const { text } = filesOf(site, 'ap-office', true).find(({ id }) => id.endsWith('hostapd-5ghz'))!
    expect(text).toMatch(/^# “TernQuay-Crew” is left off the air: /m)
    expect(text).not.toContain(`ssid2=${hex('TernQuay-Crew')}`)
    expect(text).toMatch(/^interface=wlan/m)
  }
  off(withSsid(boatyard(), 'ssid-crew', { profileId: null }))
  off(withProfile(boatyard(), 'prof-crew', { mode: 'wep', passphrase: 'abcde' }))
  off(withProfile(boatyard(), 'prof-crew', { mode: 'wpa2-enterprise', radius: null }))
  const all = { ...boatyard(), ssids: boatyard().ssids.map((ssid) => ({ ...ssid, profileId: null })) }
  const { text } = filesOf(all, 'ap-office', true).find(({ id }) => id.endsWith('hostapd-5ghz'))!
  expect(text).not.toMatch(/^(?!#)./m)
})

testWith(['wpa_supplicant'])(
  `wpa_supplicant reads back the keys of ${PLANS} hostile plans`,
  () => {
    let read = 0
    for (const { seed, site, text } of writtenPlans('printer', 'wpa_supplicant')) {
      const ssid = site.ssids.find(({ id }) => id === deviceOf(site, 'printer')!.air!.ssidId)!
      const profile = profileOf(site, ssid)!
      const { out } = ran('wpa_supplicant', [
        '-K',
        '-dd',
        '-i',
        'none0',
        '-D',
        'wired',
        '-c',
        folder.put('w.conf', text),
      ])
      expect(out).not.toContain('Failed to read or parse configuration')
      if (profile.mode === 'wep') {
        expect(out).not.toContain('start of a new network block')
        continue
      }
      const key = profile.passphrase!
      expect(dumped(out, 'ssid')).toEqual([hex(ssid.name)])
      if (usesPsk(profile)) {
        const raw = pbkdf2Sync(key, ssid.name, 4096, 32, 'sha1').toString('hex')
        const is = (heading: string) => dumped(out, heading).join()
        if (RAW_KEY.test(key)) expect(is('PSK')).toBe(key.toLowerCase())
        else if (is('PSK') === '')
          expect({ seed, psk: is('PSK (ASCII passphrase)') }).toEqual({ seed, psk: hex(key) })
        else expect({ seed, psk: is('PSK') }).toEqual({ seed, psk: raw })
      }
      expect(dumped(out, 'sae_password')).toEqual(usesSae(profile) ? [hex(key)] : [])
      read++
    }
    expect(read).toBeGreaterThan(PLANS / 2)
    expect(folder.isUntouched()).toBe(true)
  },
  300_000,
)

testWith(['wpa_supplicant'])('wpa_supplicant does not start without the key', () => {
  for (const mode of ['wpa-tkip', 'wpa-wpa2', 'wpa2-aes', 'wpa2-wpa3', 'wpa3-sae'] as const) {
    const site = withProfile(hostilePlan(3, folder.canary), 'prof-crew', { mode })
    const joined = {
      ...site,
      devices: site.devices.map((device) =>
        device.id === 'printer' ? { ...device, air: { ...device.air!, ssidId: 'ssid-crew' } } : device,
      ),
    }
    const text = filesOf(joined, 'printer', false).find(({ id }) => id.endsWith('wpa_supplicant'))!.text!
    const { out } = ran('wpa_supplicant', [
      '-dd',
      '-i',
      'none0',
      '-D',
      'wired',
      '-c',
      folder.put('w.conf', text),
    ])
    expect(out).toContain('Failed to read or parse configuration')
  }
})
