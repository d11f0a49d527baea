import { profileOf } from '../site'
import type { Device, SecurityProfile, Site } from '../site'
import { comment, hexOf, KEY_LEFT_OUT, lines, quoted } from './text'

/**
 * A client's side of the SSID it joins, as wpa_supplicant reads it. Null for a device that joins none. Source:
 * wpa_supplicant.conf(5).
 */
export function wpaSupplicantConf(site: Site, device: Device, withKeys: boolean): string | null {
  const ssid = site.ssids.find(({ id }) => id === device.air?.ssidId)
  if (!device.air || !ssid) return null
  const profile = profileOf(site, ssid)
  return lines(
    comment(`${device.name} joins ${ssid.name}, ${site.name}`),
    site.country ? [`country=${site.country}`] : [],
    'network={',
    `  ssid=${hexOf(ssid.name)}`,
    `  scan_ssid=${ssid.hidden ? 1 : 0}`,
    (profile ? securityLines(profile, withKeys) : ['key_mgmt=NONE']).map((line) => `  ${line}`),
    '}',
  )
}

function securityLines(profile: SecurityProfile, withKeys: boolean): string[] {
  const psk = `psk=${quoted(withKeys ? (profile.passphrase ?? '') : KEY_LEFT_OUT)}`
  switch (profile.mode) {
    case 'open':
      return ['key_mgmt=NONE']
    case 'wep':
      return [comment('WEP is broken and is not written out. Choose WPA2 or WPA3.'), 'key_mgmt=NONE']
    case 'wpa-tkip':
      return ['key_mgmt=WPA-PSK', 'proto=WPA', 'pairwise=TKIP', psk]
    case 'wpa2-aes':
      return ['key_mgmt=WPA-PSK', 'proto=RSN', 'pairwise=CCMP', psk]
    case 'wpa2-wpa3':
      return ['key_mgmt=SAE WPA-PSK', 'proto=RSN', 'pairwise=CCMP', 'ieee80211w=1', psk]
    case 'wpa3-sae':
      return ['key_mgmt=SAE', 'proto=RSN', 'pairwise=CCMP', 'ieee80211w=2', psk]
    case 'wpa2-enterprise':
    case 'wpa3-enterprise':
      return [
        'key_mgmt=WPA-EAP',
        'eap=PEAP',
        comment('each person has an identity and a password of their own'),
        'identity="fill-in"',
        'password="fill-in"',
        'phase2="auth=MSCHAPV2"',
      ]
  }
}
