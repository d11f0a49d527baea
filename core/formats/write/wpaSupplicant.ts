import { NEW_RADIUS_TARGET, profileOf } from '../../plan'
import type { Device, EapMethod, SecurityProfile, Site, Ssid } from '../../plan'
import type { Keys } from './grammars/faults'
import { ssidHex, supplicantPsk, supplicantSae } from './grammars/wpa'
import { ssidField } from './hostapd'
import { keyLines } from './keyLines'
import { offAir, serverOf } from './onAir'
import { comment, lines, slug } from '../text'

/**
 * A client's side of the SSID it joins, as wpa_supplicant reads it. Null for a device that joins none. Source:
 * wpa_supplicant.conf(5).
 */
export function wpaSupplicantConf(site: Site, device: Device, keys: Keys): string | null {
  const ssid = site.ssids.find(({ id }) => id === device.air?.ssidId)
  if (!device.air || !ssid) return null
  const profile = profileOf(site, ssid)
  const why = offAir(site, ssid, null)
  const head = comment(`${device.name} joins ${ssid.name}, ${site.name}`)
  if (!profile || why !== null)
    return lines(head, comment(`Nothing is joined: “${ssid.name}” is off the air, because ${why ?? ''}.`))
  return lines(
    head,
    site.country ? [`country=${site.country}`] : [],
    'network={',
    `  ssid=${ssidHex(ssid.name, ssidField(site, ssid), keys.faults) ?? ''}`,
    `  scan_ssid=${ssid.hidden ? 1 : 0}`,
    securityLines(site, ssid, profile, keys).map((line) => `  ${line}`),
    '}',
  )
}

function securityLines(site: Site, ssid: Ssid, profile: SecurityProfile, keys: Keys): string[] {
  const shared = { site, profile, keys, none: 'psk=""' }
  const psk = supplicantPsk(ssid.name)
  switch (profile.mode) {
    case 'open':
      return ['key_mgmt=NONE']
    case 'wep':
      return []
    case 'wpa-tkip':
      return ['key_mgmt=WPA-PSK', 'proto=WPA', 'pairwise=TKIP', ...keyLines(shared, psk)]
    case 'wpa-wpa2':
      // A client takes the better of the two.
      return ['key_mgmt=WPA-PSK', 'proto=RSN', 'pairwise=CCMP', ...keyLines(shared, psk)]
    case 'wpa2-aes':
      return ['key_mgmt=WPA-PSK', 'proto=RSN', 'pairwise=CCMP', ...keyLines(shared, psk)]
    case 'wpa2-wpa3':
      return [
        ...['key_mgmt=SAE WPA-PSK', 'proto=RSN', 'pairwise=CCMP', 'ieee80211w=1'],
        ...keyLines(shared, psk, supplicantSae),
      ]
    case 'wpa3-sae':
      return [
        ...['key_mgmt=SAE', 'proto=RSN', 'pairwise=CCMP', 'ieee80211w=2'],
        ...keyLines(shared, supplicantSae),
      ]
    case 'wpa2-enterprise':
      return ['key_mgmt=WPA-EAP', 'ieee80211w=1', ...loginLines(site, profile)]
    case 'wpa3-enterprise':
      return ['key_mgmt=WPA-EAP-SHA256', 'ieee80211w=2', ...loginLines(site, profile)]
  }
}

const METHOD_LINES: Record<EapMethod, string[]> = {
  peap: ['eap=PEAP', 'phase2="auth=MSCHAPV2"'],
  ttls: ['eap=TTLS', 'phase2="auth=PAP"'],
  tls: ['eap=TLS'],
}

function loginLines(site: Site, { radius }: SecurityProfile): string[] {
  const server = slug(serverOf(site, radius)?.name ?? '')
  const { method, trusts } = radius ?? NEW_RADIUS_TARGET
  return [
    'proto=RSN',
    'pairwise=CCMP',
    ...METHOD_LINES[method],
    ...(trusts === null
      ? [comment('No authority is named: it gives itself away to whoever asks.')]
      : trustLines(server, trusts)),
    ...(method === 'tls'
      ? [
          comment(
            'Each client has a certificate and a key of its own: client_cert and private_key belong here',
          ),
        ]
      : [
          comment('Each person has an identity and a password of their own; they are not in the plan:'),
          comment('identity and password belong here'),
        ]),
  ]
}

/** Whose certificate the client accepts: without that it gives the password to whoever asks. */
const trustLines = (server: string, authority: string): string[] => [
  comment(
    `The certificate of the authority that signed the server’s${authority && ` (${authority})`}, copied here:`,
  ),
  `ca_cert="/etc/wpa_supplicant/${server}-ca.pem"`,
  comment('The DNS name in the server’s certificate:'),
  `domain_match="${server}"`,
]
