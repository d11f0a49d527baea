import type { Joined } from '../../../network/here'

/** A BSSID that was heard, and how strong. */
export interface Heard {
  bssid: string
  ssid: string
  freqMhz: number | null
  rssiDbm: number
}

/** iw(8) prints what is not printable as \xNN; \\ is a backslash. The bytes are UTF-8. */
export function iwName(text: string): string {
  const bytes: number[] = []
  for (const [part, hex] of text.matchAll(/\\x([0-9a-f]{2})|\\\\|[^\\]|\\/gi)) {
    if (hex !== undefined) bytes.push(parseInt(hex, 16))
    else bytes.push(...new TextEncoder().encode(part === '\\\\' ? '\\' : part))
  }
  return new TextDecoder().decode(new Uint8Array(bytes))
}

const numberIn = (text: string, pattern: RegExp): number | null => {
  const found = pattern.exec(text)?.[1]
  return found === undefined ? null : Number(found)
}

/** `iw dev IF link`; null: not connected, or not that. */
export function readIwLink(text: string): Joined | null {
  const bssid = /^Connected to ([0-9a-f:]{17})/im.exec(text)?.[1]
  if (bssid === undefined) return null
  return {
    bssid: bssid.toLowerCase(),
    ssid: iwName(/^\s*SSID: (.*)$/m.exec(text)?.[1] ?? ''),
    freqMhz: numberIn(text, /^\s*freq: (\d+)/m),
    rssiDbm: numberIn(text, /^\s*signal: (-?\d+)/m),
    rateMbps: numberIn(text, /^\s*tx bitrate: ([\d.]+) MBit\/s/m),
  }
}

/** `iw dev IF scan`: every BSSID with its level. One without a level is left out. */
export function readIwScan(text: string): Heard[] {
  return text
    .split(/^BSS /m)
    .slice(1)
    .flatMap((block): Heard[] => {
      const bssid = /^([0-9a-f:]{17})/i.exec(block)?.[1]
      const rssiDbm = numberIn(block, /^\s*signal: (-?[\d.]+) dBm/m)
      if (bssid === undefined || rssiDbm === null) return []
      return [
        {
          bssid: bssid.toLowerCase(),
          ssid: iwName(/^\s*SSID: (.*)$/m.exec(block)?.[1] ?? ''),
          freqMhz: numberIn(block, /^\s*freq: (\d+)/m),
          rssiDbm,
        },
      ]
    })
}
