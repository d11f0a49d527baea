import type { SecurityMode } from './networks'

export const MODE_NAME: Record<SecurityMode, string> = {
  open: 'open, no key',
  wep: 'WEP (broken)',
  'wpa-tkip': 'WPA with TKIP (old)',
  'wpa-wpa2': 'WPA and WPA2, TKIP and AES (for what is old)',
  'wpa2-aes': 'WPA2 with AES',
  'wpa2-wpa3': 'WPA2 and WPA3 mixed',
  'wpa3-sae': 'WPA3',
  'wpa2-enterprise': 'WPA2 enterprise (802.1X)',
  'wpa3-enterprise': 'WPA3 enterprise (802.1X)',
}
