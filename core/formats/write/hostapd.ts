import { networkOf, profileOf, ssidsOn } from '../../plan'
import type { Device, Radio, Site, Ssid } from '../../plan'
import type { Field, Keys } from './grammars/faults'
import { ssidHex } from './grammars/wpa'
import { channelLines } from './hostapdChannel'
import { hostapdSecurity } from './hostapdSecurity'
import { offAir } from './onAir'
import { comment, lines } from '../text'

/** The bridge that an SSID's frames come out on. */
const bridgeName = (vlanId: number): string => `br.${vlanId}`

export const ssidField = (site: Site, ssid: Ssid): Field => ({
  path: ['ssids', site.ssids.indexOf(ssid), 'name'],
  label: `The name of the SSID “${ssid.name}”`,
})

/**
 * One radio of an access point as a configuration of hostapd: every SSID of that band on the bridge of its VLAN. What
 * cannot be protected as the plan has it is left off the air, with a comment. Null when the radio is off or has nothing
 * to offer. Source of the directives: hostapd.conf(5).
 */
export function hostapdConf(site: Site, device: Device, radio: Radio, keys: Keys): string | null {
  const offered = ssidsOn(site, device).filter(({ bands }) => bands.includes(radio.band))
  if (!radio.enabled || offered.length === 0) return null
  const index = device.radios.indexOf(radio)
  const judged = offered.map((ssid) => ({ ssid, why: offAir(site, ssid, radio.band) }))
  const on = judged.filter(({ why }) => why === null).map(({ ssid }) => ssid)
  const head = [
    comment(`${device.name}, ${radio.band} GHz, ${site.name}`),
    comment('Country, channel and power are law and differ by country: check yours.'),
    ...judged.flatMap(({ ssid, why }) =>
      why === null ? [] : [comment(`“${ssid.name}” is left off the air: ${why}.`)],
    ),
  ]
  if (on.length === 0) return lines(head, comment('Nothing is left to put on the air.'))
  return lines(
    head,
    `interface=wlan${index}`,
    'driver=nl80211',
    site.country
      ? [`country_code=${site.country}`, 'ieee80211d=1']
      : [comment('country_code is not set in the plan')],
    channelLines(radio, generationOf(site, device, radio), radioField(site, device, index), keys.faults),
    on.flatMap((ssid, i) => [
      '',
      ...bssLines(site, device, radio, ssid, i === 0 ? null : `wlan${index}_${i}`, keys),
    ]),
  )
}

const generationOf = (site: Site, device: Device, { band }: Radio) =>
  site.deviceTypes.find(({ id }) => id === device.typeId)?.radios.find((spec) => spec.band === band)
    ?.generation ?? (band === '6' ? 'ax' : 'n')

const radioField = (site: Site, device: Device, index: number): Field => ({
  path: ['devices', site.devices.indexOf(device), 'radios', index, 'widthMhz'],
  label: `The ${device.radios[index]?.band ?? ''} GHz radio of ${device.name}`,
})

function bssLines(
  site: Site,
  device: Device,
  { band }: Radio,
  ssid: Ssid,
  bss: string | null,
  keys: Keys,
): string[] {
  const network = networkOf(site, ssid.networkId)
  const profile = profileOf(site, ssid)
  return [
    ...(bss === null ? [] : [`bss=${bss}`]),
    comment(`${ssid.name}${network ? ` on ${network.name}` : ''}`),
    `ssid2=${ssidHex(ssid.name, ssidField(site, ssid), keys.faults) ?? ''}`,
    'utf8_ssid=1',
    ...(network ? [`bridge=${bridgeName(network.vlanId)}`] : [comment('on no network')]),
    `ignore_broadcast_ssid=${ssid.hidden ? 1 : 0}`,
    `ap_isolate=${ssid.isolated ? 1 : 0}`,
    ...(profile ? hostapdSecurity(site, device, band, profile, keys) : []),
  ]
}
