import type { Ip } from '../../../plan'

/** One network interface of a laptop with its IPv4 address. */
export interface InterfaceRead {
  name: string
  isUp: boolean
  ip: Ip | null
  prefixLength: number | null
}

interface AddrJson {
  ifname?: unknown
  flags?: unknown
  operstate?: unknown
  addr_info?: { family?: unknown; local?: unknown; prefixlen?: unknown; scope?: unknown }[]
}

/** `ip -j addr show` of iproute2. Interfaces that only this machine has, such as the loopback, are left out. Null: it is not that. */
export function readIpAddr(text: string): InterfaceRead[] | null {
  const all = jsonList(text) as AddrJson[] | null
  return (
    all?.flatMap((one): InterfaceRead[] => {
      const flags = Array.isArray(one.flags) ? (one.flags as unknown[]) : []
      if (typeof one.ifname !== 'string' || flags.includes('LOOPBACK')) return []
      const inet = (one.addr_info ?? []).find(({ family, scope }) => family === 'inet' && scope !== 'host')
      return [
        {
          name: one.ifname,
          isUp: flags.includes('LOWER_UP'),
          ip: typeof inet?.local === 'string' ? inet.local : null,
          prefixLength: typeof inet?.prefixlen === 'number' ? inet.prefixlen : null,
        },
      ]
    }) ?? null
  )
}

/** The gateway of an interface in `ip -j route show default` of iproute2; the one with the least metric. */
export function readIpRoute(text: string, interfaceName: string): Ip | null {
  const routes = (jsonList(text) ?? []) as {
    dst?: unknown
    gateway?: unknown
    dev?: unknown
    metric?: unknown
  }[]
  const mine = routes
    .filter(
      ({ dst, dev, gateway }) => dst === 'default' && dev === interfaceName && typeof gateway === 'string',
    )
    .sort((a, b) => Number(a.metric ?? 0) - Number(b.metric ?? 0))
  return (mine[0]?.gateway as Ip | undefined) ?? null
}

function jsonList(text: string): unknown[] | null {
  try {
    const value: unknown = JSON.parse(text.trim() === '' ? '[]' : text)
    return Array.isArray(value) ? value.filter((one) => typeof one === 'object' && one !== null) : null
  } catch {
    return null
  }
}

/** The name servers of a resolv.conf(5). */
export const readResolvConf = (text: string): Ip[] =>
  [...text.matchAll(/^[ \t]*nameserver[ \t]+(\d+\.\d+\.\d+\.\d+)\s*$/gm)].map(([, ip]) => ip ?? '')
