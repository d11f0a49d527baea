import { isIp } from '../../../network/addressing'
import type { PastedFact } from '../../../network/pasted'
import { readPing } from './pingText'

type Of<K extends PastedFact['kind']> = Extract<PastedFact, { kind: K }>

const MAC = /^([0-9a-f]{2}:){5}[0-9a-f]{2}$/i

/** One or several pings, each from "PING 172.27.24.1" or "Pinging 172.27.24.1" to its sums. Of a name the address in brackets counts. */
export const readPings = (text: string): Of<'ping'>[] =>
  text.split(/^(?=PING |Pinging )/m).flatMap((block): Of<'ping'>[] => {
    const [line = ''] = block.split('\n')
    const ip = [...line.matchAll(/(?<![\d.])(\d+\.\d+\.\d+\.\d+)(?![\d.])/g)]
      .map(([, one = '']) => one)
      .find(isIp)
    const read = readPing(block)
    if (ip === undefined || !read) return []
    const { received, sent, meanMs } = read
    return [{ kind: 'ping', ip, received, sent, meanMs }]
  })

/** `iw dev IF station dump`. */
export const readStations = (text: string): Of<'station'>[] =>
  text
    .split(/^Station /m)
    .slice(1)
    .flatMap((block): Of<'station'>[] => {
      const mac = /^(\S+) \(on /.exec(block)?.[1] ?? ''
      const figure = (pattern: RegExp) => {
        const found = pattern.exec(block)?.[1]
        return found === undefined ? null : Number(found)
      }
      return MAC.test(mac)
        ? [
            {
              kind: 'station',
              mac: mac.toLowerCase(),
              rssiDbm: figure(/^\s*signal:\s+(-\d+)/m),
              rateMbps: figure(/^\s*tx bitrate:\s+([\d.]+) MBit\/s/m),
            },
          ]
        : []
    })

/** A lease file of dnsmasq(8): expiry, MAC, address, name, client id. */
export const readLeases = (text: string): Of<'lease'>[] =>
  text.split(/\r?\n/).flatMap((line): Of<'lease'>[] => {
    const [expiry = '', mac = '', ip = '', name = '', ...more] = line.trim().split(/\s+/)
    if (!/^\d+$/.test(expiry) || !MAC.test(mac) || !isIp(ip) || more.length !== 1) return []
    return [{ kind: 'lease', mac: mac.toLowerCase(), ip, name: name === '*' ? '' : name }]
  })

/** `netsh wlan show interfaces` of Windows, in English. */
export function readNetshInterface(text: string): Of<'joined'>[] {
  const field = (name: string) => new RegExp(`^\\s*${name}\\s*: (.*)$`, 'm').exec(text)?.[1]?.trim()
  const bssid = field('(?:AP )?BSSID') ?? ''
  const percent = Number.parseInt(field('Signal') ?? '', 10)
  if (!MAC.test(bssid)) return []
  const rate = Number(field('Transmit rate \\(Mbps\\)') ?? NaN)
  return [
    {
      kind: 'joined',
      joined: {
        ssid: field('SSID') ?? '',
        bssid: bssid.toLowerCase(),
        freqMhz: null,
        rssiDbm: Number.isNaN(percent) ? null : percent / 2 - 100,
        rateMbps: Number.isNaN(rate) ? null : rate,
      },
    },
  ]
}
