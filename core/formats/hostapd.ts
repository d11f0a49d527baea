import { deviceOf, networkOf, profileOf, ssidsOn } from '../site'
import type { Device, Radio, RadiusTarget, SecurityProfile, Site, Ssid } from '../site'
import { comment, hexOf, KEY_LEFT_OUT, lines, oneLine } from './text'

/** The bridge that an SSID's frames come out on. */
const bridgeName = (vlanId: number): string => `br.${vlanId}`

/**
 * One radio of an access point as a configuration of hostapd: every SSID of that band on the bridge of its VLAN. Null
 * when the radio is off or has nothing to offer. Source of the directives: hostapd.conf(5).
 */
export function hostapdConf(site: Site, device: Device, radio: Radio, withKeys: boolean): string | null {
  const offered = ssidsOn(site, device).filter(({ bands }) => bands.includes(radio.band))
  if (!radio.enabled || offered.length === 0) return null
  const index = device.radios.indexOf(radio)
  return lines(
    comment(`${device.name}, ${radio.band} GHz, ${site.name}`),
    comment('Country, channel and power are law and differ by country: check yours.'),
    `interface=wlan${index}`,
    'driver=nl80211',
    site.country
      ? [`country_code=${site.country}`, 'ieee80211d=1']
      : [comment('country_code is not set in the plan')],
    `hw_mode=${radio.band === '2.4' ? 'g' : 'a'}`,
    `channel=${radio.channel ?? 0}`,
    generationLines(site, device, radio),
    offered.flatMap((ssid, i) => [
      '',
      ...bssLines(site, device, ssid, i === 0 ? null : `wlan${index}_${i}`, withKeys),
    ]),
  )
}

function generationLines(site: Site, device: Device, { band, widthMhz }: Radio): string[] {
  const spec = site.deviceTypes
    .find(({ id }) => id === device.typeId)
    ?.radios.find((candidate) => candidate.band === band)
  const generation = spec?.generation ?? 'n'
  return [
    'wmm_enabled=1',
    ...(band === '6' ? [] : ['ieee80211n=1']),
    ...(generation !== 'n' && band === '5' ? ['ieee80211ac=1'] : []),
    ...(generation === 'ax' ? ['ieee80211ax=1'] : []),
    ...(widthMhz >= 40 && band !== '6' ? ['ht_capab=[HT40+]'] : []),
    ...(widthMhz === 80 && band === '5' && generation !== 'n' ? ['vht_oper_chwidth=1'] : []),
    ...(widthMhz === 160 && band === '5' && generation !== 'n' ? ['vht_oper_chwidth=2'] : []),
  ]
}

function bssLines(site: Site, device: Device, ssid: Ssid, bss: string | null, withKeys: boolean): string[] {
  const network = networkOf(site, ssid.networkId)
  const profile = profileOf(site, ssid)
  return [
    ...(bss === null ? [] : [`bss=${bss}`]),
    comment(`${ssid.name}${network ? ` on ${network.name}` : ''}`),
    `ssid2=${hexOf(ssid.name)}`,
    'utf8_ssid=1',
    ...(network ? [`bridge=${bridgeName(network.vlanId)}`] : [comment('on no network')]),
    `ignore_broadcast_ssid=${ssid.hidden ? 1 : 0}`,
    `ap_isolate=${ssid.isolated ? 1 : 0}`,
    ...(profile ? securityLines(site, device, profile, withKeys) : []),
  ]
}

function securityLines(site: Site, device: Device, profile: SecurityProfile, withKeys: boolean): string[] {
  const key = withKeys ? oneLine(profile.passphrase ?? '') : KEY_LEFT_OUT
  const psk = `wpa_passphrase=${key}`
  const sae = `sae_password=${key}`
  const wps = profile.wps ? ['wps_state=2'] : []
  switch (profile.mode) {
    case 'open':
      return []
    case 'wep':
      return [comment('WEP is broken and is not written out. Choose WPA2 or WPA3.')]
    case 'wpa-tkip':
      return ['wpa=1', 'wpa_key_mgmt=WPA-PSK', 'wpa_pairwise=TKIP', psk, ...wps]
    case 'wpa2-aes':
      return ['wpa=2', 'wpa_key_mgmt=WPA-PSK', 'rsn_pairwise=CCMP', 'ieee80211w=1', psk, ...wps]
    case 'wpa2-wpa3':
      return ['wpa=2', 'wpa_key_mgmt=WPA-PSK SAE', 'rsn_pairwise=CCMP', 'ieee80211w=1', psk, sae, ...wps]
    case 'wpa3-sae':
      return ['wpa=2', 'wpa_key_mgmt=SAE', 'rsn_pairwise=CCMP', 'ieee80211w=2', sae]
    case 'wpa2-enterprise':
      return [
        'wpa=2',
        'wpa_key_mgmt=WPA-EAP',
        'rsn_pairwise=CCMP',
        'ieee80211w=1',
        ...radiusLines(site, device, profile.radius, withKeys),
      ]
    case 'wpa3-enterprise':
      return [
        'wpa=2',
        'wpa_key_mgmt=WPA-EAP-SHA256',
        'rsn_pairwise=CCMP',
        'ieee80211w=2',
        ...radiusLines(site, device, profile.radius, withKeys),
      ]
  }
}

function radiusLines(site: Site, device: Device, target: RadiusTarget | null, withKeys: boolean): string[] {
  const server = deviceOf(site, target?.serverId ?? null)
  if (!target || !server) return [comment('no RADIUS server is named in the plan')]
  return [
    'ieee8021x=1',
    ...(device.management.ip ? [`own_ip_addr=${device.management.ip}`] : []),
    server.management.ip
      ? `auth_server_addr=${server.management.ip}`
      : comment(`${server.name} has no fixed address in the plan`),
    `auth_server_port=${target.port}`,
    `auth_server_shared_secret=${withKeys ? oneLine(target.secret ?? '') : KEY_LEFT_OUT}`,
  ]
}
