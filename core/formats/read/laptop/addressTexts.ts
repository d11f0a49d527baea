import { isIp } from '../../../network/addressing'
import type { PastedFact } from '../../../network/pasted'
import type { Ip } from '../../../plan'

type Interface = Extract<PastedFact, { kind: 'interface' }>

const bare = (name: string): Interface => ({
  kind: 'interface',
  name,
  isUp: true,
  ip: null,
  prefixLength: null,
  gateway: null,
  nameServers: [],
})

/** How many bits of a mask are set, from the left; null: it is no mask. Written 255.255.255.0 or 0xffffff00. */
function prefixOf(mask: string): number | null {
  const hex = /^0x([0-9a-f]{8})$/i.exec(mask)?.[1]
  if (hex === undefined && !isIp(mask)) return null
  const bits = (
    hex === undefined
      ? mask.split('.').map((octet) => Number(octet).toString(2).padStart(8, '0'))
      : [...hex].map((digit) => parseInt(digit, 16).toString(2).padStart(4, '0'))
  ).join('')
  return /^1*0*$/.test(bits) ? bits.lastIndexOf('1') + 1 : null
}

/** Texts that begin a block with the interface's name in the first column. */
const blocks = (text: string, head: RegExp): { name: string; first: string; body: string }[] => {
  const found: { name: string; first: string; body: string }[] = []
  for (const line of text.split(/\r?\n/)) {
    const name = head.exec(line)?.[1]
    const last = found.at(-1)
    if (name !== undefined) found.push({ name, first: line, body: '' })
    else if (last) last.body += `${line}\n`
  }
  return found
}

/** `ip addr show` of iproute2, as people read it. */
export const readIpAddrText = (text: string): Interface[] =>
  blocks(text, /^\d+: ([^:@\s]+)[^:]*: </).flatMap(({ name, first, body }) => {
    const [, ip, bits] = /^\s+inet (\d+\.\d+\.\d+\.\d+)\/(\d+)/m.exec(body) ?? []
    if (/LOOPBACK/.test(first)) return []
    return [
      {
        ...bare(name),
        isUp: first.includes('LOWER_UP'),
        ip: ip ?? null,
        prefixLength: bits === undefined ? null : Number(bits),
      },
    ]
  })

/** `ifconfig` of net-tools, of busybox and of BSD and macOS. */
export const readIfconfig = (text: string): Interface[] =>
  blocks(text, /^([A-Za-z][\w.-]*)(?::| +Link encap)/).flatMap(({ name, first, body }) => {
    if (/LOOPBACK|Local Loopback/.test(first + body)) return []
    const ip = /inet (?:addr:)?(\d+\.\d+\.\d+\.\d+)/.exec(body)?.[1]
    const mask = /(?:netmask |Mask:)(\S+)/.exec(body)?.[1]
    if (ip === undefined && !/RUNNING|status:/.test(first + body)) return []
    return [
      {
        ...bare(name),
        isUp: /RUNNING/.test(first + body) && !/status: inactive/.test(body),
        ip: ip ?? null,
        prefixLength: mask === undefined ? null : prefixOf(mask),
      },
    ]
  })

/** `ipconfig /all` of Windows, in English. */
export function readIpconfig(text: string): Interface[] {
  return blocks(text, /^(?:\S.*) adapter ([^:]+):\s*$/).flatMap(({ name, body }) => {
    const fields = ipconfigFields(body)
    const ip = ipIn(fields.get('IPv4 Address')?.[0] ?? fields.get('Autoconfiguration IPv4 Address')?.[0])
    const mask = fields.get('Subnet Mask')?.[0]
    const media = fields.get('Media State')?.[0] ?? ''
    if (ip === null && media === '') return []
    return [
      {
        ...bare(name),
        isUp: !/disconnected/i.test(media),
        ip,
        prefixLength: mask === undefined ? null : prefixOf(mask),
        gateway: (fields.get('Default Gateway') ?? []).map(ipIn).find((one) => one !== null) ?? null,
        nameServers: (fields.get('DNS Servers') ?? []).flatMap((one) => ipIn(one) ?? []),
      },
    ]
  })
}

/** "172.27.24.77(Preferred)" */
const ipIn = (text: string | undefined): Ip | null => {
  const ip = /^(\d+\.\d+\.\d+\.\d+)/.exec(text ?? '')?.[1]
  return ip !== undefined && isIp(ip) ? ip : null
}

/** Names with dots behind them; a value goes on in the lines below that have no name. */
function ipconfigFields(body: string): Map<string, string[]> {
  const fields = new Map<string, string[]>()
  let last: string[] = []
  for (const line of body.split('\n')) {
    const [, name, value = ''] = /^ {3}(\S[^.:]*?)[ .]*: ?(.*)$/.exec(line) ?? []
    if (name !== undefined) fields.set(name, (last = value.trim() === '' ? [] : [value.trim()]))
    else if (/^ {10,}\S/.test(line)) last.push(line.trim())
  }
  return fields
}
