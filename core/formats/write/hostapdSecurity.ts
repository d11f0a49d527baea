import type { Band, Device, SecurityProfile, Site } from '../../plan'
import { plainLine } from './grammars/faults'
import type { Field, Keys } from './grammars/faults'
import { hostapdPsk, hostapdSae } from './grammars/wpa'
import { keyLines } from './keyLines'
import { serverOf } from './onAir'
import { KEY_LEFT_OUT, KEY_MISSING } from '../text'

const secretField = (site: Site, profile: SecurityProfile): Field => ({
  path: ['profiles', site.profiles.indexOf(profile), 'radius', 'secret'],
  label: `The RADIUS secret of the profile “${profile.name}”`,
})

/** How hostapd protects one SSID. Source of the directives: hostapd.conf(5). */
export function hostapdSecurity(
  site: Site,
  device: Device,
  band: Band,
  profile: SecurityProfile,
  keys: Keys,
): string[] {
  const shared = { site, profile, keys, none: 'wpa_passphrase=' }
  const wps = profile.wps ? ['wps_state=2'] : []
  switch (profile.mode) {
    case 'open':
      return ['auth_algs=1', 'wpa=0']
    case 'wep':
      return []
    case 'wpa-tkip':
      return ['wpa=1', 'wpa_key_mgmt=WPA-PSK', 'wpa_pairwise=TKIP', ...keyLines(shared, hostapdPsk), ...wps]
    case 'wpa-wpa2':
      return [
        ...['wpa=3', 'wpa_key_mgmt=WPA-PSK', 'wpa_pairwise=TKIP', 'rsn_pairwise=CCMP'],
        ...keyLines(shared, hostapdPsk),
        ...wps,
      ]
    case 'wpa2-aes':
      return [...rsn('WPA-PSK', 1), ...keyLines(shared, hostapdPsk), ...wps]
    case 'wpa2-wpa3':
      return band === '6'
        ? [...rsn('SAE', 2), ...keyLines(shared, hostapdSae)]
        : [...rsn('WPA-PSK SAE', 1), 'sae_require_mfp=1', ...keyLines(shared, hostapdPsk, hostapdSae), ...wps]
    case 'wpa3-sae':
      return [...rsn('SAE', 2), ...keyLines(shared, hostapdSae)]
    case 'wpa2-enterprise':
      return [...rsn('WPA-EAP', 1), ...radiusLines(site, device, profile, keys)]
    case 'wpa3-enterprise':
      return [...rsn('WPA-EAP-SHA256', 2), ...radiusLines(site, device, profile, keys)]
  }
}

const rsn = (keyManagement: string, protectedFrames: 1 | 2): string[] => [
  'wpa=2',
  `wpa_key_mgmt=${keyManagement}`,
  'rsn_pairwise=CCMP',
  `ieee80211w=${protectedFrames}`,
]

function radiusLines(site: Site, device: Device, profile: SecurityProfile, keys: Keys): string[] {
  const target = profile.radius
  const server = serverOf(site, target)
  if (!target || !server) return []
  return [
    'ieee8021x=1',
    ...(device.management.ip ? [`own_ip_addr=${device.management.ip}`] : []),
    `auth_server_addr=${server.management.ip ?? ''}`,
    `auth_server_port=${target.port}`,
    ...secretLines(site, profile, target.secret, keys),
  ]
}

function secretLines(site: Site, profile: SecurityProfile, secret: string | null, keys: Keys): string[] {
  const none = 'auth_server_shared_secret='
  if (secret === null) return [KEY_MISSING, none]
  // hostapd reads a value to the end of its line as it stands.
  const written = plainLine(secret, secretField(site, profile), keys.faults)
  return keys.withKeys && written !== null ? [`${none}${written}`] : [KEY_LEFT_OUT, none]
}
