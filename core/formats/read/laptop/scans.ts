import type { Band } from '../../../plan'
import { readIwScan } from './iwText'
import type { Heard } from './iwText'

/**
 * Windows gives a quality: 0 % is −100 dBm, 100 % is −50 dBm, linear between. Source: Microsoft, WLAN_ASSOCIATION_ATTRIBUTES,
 * wlanSignalQuality. NetworkManager works its per cent out in the same way (from memory).
 */
const dbmOf = (percent: number): number => percent / 2 - 100

/** Middle of a channel's primary 20 MHz. Source: IEEE 802.11-2020 clauses 17, 19; annex E for 6 GHz. */
function freqMhzOf(channel: number, band: Band): number {
  if (band === '2.4') return channel === 14 ? 2484 : 2407 + 5 * channel
  return (band === '5' ? 5000 : 5950) + 5 * channel
}

const bandOf = (channel: number, said: string | undefined): Band =>
  said?.startsWith('6') ? '6' : said?.startsWith('2') || channel <= 14 ? '2.4' : '5'

/** The band that a frequency belongs to; null: none of ours. */
export const bandOfMhz = (freqMhz: number | null): Band | null => {
  if (freqMhz === null) return null
  if (freqMhz >= 2400 && freqMhz < 2500) return '2.4'
  if (freqMhz >= 5150 && freqMhz < 5925) return '5'
  return freqMhz >= 5925 && freqMhz <= 7125 ? '6' : null
}

const BSSID = /^([0-9a-f]{2}:){5}[0-9a-f]{2}$/i

/** `netsh wlan show networks mode=bssid`, in English. */
export function readNetshNetworks(text: string): Heard[] {
  const found: Heard[] = []
  let ssid = ''
  let one: { bssid: string; percent: number | null; channel: number | null; band?: string } | null = null
  const end = () => {
    if (one?.percent != null && one.channel != null)
      found.push({
        bssid: one.bssid,
        ssid,
        freqMhz: freqMhzOf(one.channel, bandOf(one.channel, one.band)),
        rssiDbm: dbmOf(one.percent),
      })
    one = null
  }
  for (const line of text.split(/\r?\n/)) {
    const [, key = '', value = ''] = /^\s*([^:]+?)\s*:\s?(.*)$/.exec(line) ?? []
    if (/^SSID \d+$/.test(key)) {
      end()
      ssid = value.trim()
    } else if (/^BSSID \d+$/.test(key) && BSSID.test(value.trim())) {
      end()
      one = { bssid: value.trim().toLowerCase(), percent: null, channel: null }
    } else if (one && key === 'Signal') one.percent = Number.parseInt(value, 10)
    else if (one && key === 'Channel') one.channel = Number.parseInt(value, 10)
    else if (one && key === 'Band') one.band = value.trim()
  }
  end()
  return found.filter(({ rssiDbm, freqMhz }) => Number.isFinite(rssiDbm) && Number.isFinite(freqMhz))
}

/** Fields of a terse line: a colon inside one is written \:, a backslash \\ . */
const terseFields = (line: string): string[] =>
  [...line.matchAll(/((?:\\.|[^:\\])*)(?::|$)/g)]
    .map(([, field = '']) => field.replace(/\\(.)/g, '$1'))
    .slice(0, -1)

/** `nmcli -t dev wifi list`: its own columns, or those of `-f BSSID,SSID,FREQ,SIGNAL`. */
export function readNmcli(text: string): Heard[] {
  return text.split(/\r?\n/).flatMap((line): Heard[] => {
    const fields = terseFields(line)
    const at = fields.findIndex((field) => BSSID.test(field))
    const [bssid = '', ssid = ''] = fields.slice(at)
    if (at < 0) return []
    const own = fields.length - at >= 7
    const channel = Number(fields[at + 3])
    const freqMhz = own
      ? freqMhzOf(channel, bandOf(channel, undefined))
      : Number.parseInt(fields[at + 2] ?? '', 10)
    const percent = Number(fields[at + (own ? 5 : 3)])
    if (!Number.isFinite(percent) || percent > 100 || !Number.isFinite(freqMhz)) return []
    return [{ bssid: bssid.toLowerCase(), ssid, freqMhz, rssiDbm: dbmOf(percent) }]
  })
}

const SCANS: readonly { name: string; read: (text: string) => Heard[] }[] = [
  { name: 'iw dev … scan', read: readIwScan },
  { name: 'netsh wlan show networks mode=bssid', read: readNetshNetworks },
  { name: 'nmcli -t dev wifi list', read: readNmcli },
]

/** Programs whose lists of what is heard can be read. */
export const SCAN_PROGRAMS: readonly string[] = SCANS.map(({ name }) => name)

/** What is heard, from the text of whichever program printed it; null: none of those that are known. */
export function readScanText(text: string): { program: string; heard: Heard[] } | null {
  for (const { name, read } of SCANS) {
    const heard = read(text)
    if (heard.length > 0) return { program: name, heard }
  }
  return null
}
