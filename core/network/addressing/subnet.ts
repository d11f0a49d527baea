import ipaddr from 'ipaddr.js'
import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'
import { remembered } from '../../lib/remembered'
import { ipNumber, ipText, isIp } from './ipv4'

/** A subnet that is legal by construction: only `parseSubnet` makes one. Addresses as unsigned 32-bit numbers. */
export interface Subnet {
  readonly cidr: string
  readonly prefixLength: number
  readonly network: number
  readonly broadcast: number
  readonly mask: string
  readonly firstUsable: number
  readonly lastUsable: number
  /** How many addresses hosts can have. */
  readonly usable: number
}

/**
 * Reads "10.64.8.0/24". Host bits must be zero, so that what is stored is what was meant.
 * Usable hosts leave out network and broadcast address, except on /31 (RFC 3021: both usable) and /32 (one host).
 * Source: RFC 4632 section 3.1 (prefix notation), RFC 3021 section 2.1.
 */
export function parseSubnet(text: string): Outcome<Subnet> {
  const [ip = '', length = '', ...rest] = text.split('/')
  if (rest.length > 0 || !isIp(ip) || !/^\d{1,3}$/.test(length))
    return refuse(
      'subnet.shape',
      `“${text}” is not a subnet. Write an address, a slash and a length, such as 10.64.8.0/24.`,
    )
  const prefixLength = Number(length)
  if (prefixLength > 32)
    return refuse(
      'subnet.length',
      `“/${length}” is not a prefix length. IPv4 has 32 bits, so /0 to /32 are accepted; /24 is the usual one.`,
    )
  const network = ipNumber(ipaddr.IPv4.networkAddressFromCIDR(text).toString())
  if (network !== ipNumber(ip))
    return refuse(
      'subnet.hostBits',
      `“${text}” has host bits set. The subnet that holds ${ip} is ${ipText(network)}/${prefixLength}.`,
    )
  return good(subnetOf(network, prefixLength))
}

const refuse = (code: string, message: string) => bad({ path: [], code, message })

function subnetOf(network: number, prefixLength: number): Subnet {
  const size = 2 ** (32 - prefixLength)
  const broadcast = network + size - 1
  const edge = prefixLength >= 31 ? 0 : 1
  return Object.freeze({
    cidr: `${ipText(network)}/${prefixLength}`,
    prefixLength,
    network,
    broadcast,
    mask: ipaddr.IPv4.subnetMaskFromPrefixLength(prefixLength).toString(),
    firstUsable: network + edge,
    lastUsable: broadcast - edge,
    usable: size - 2 * edge,
  })
}

/** The subnet of a text already checked at the border, or null. */
export const subnetOrNull = (text: string | null): Subnet | null => (text === null ? null : subnetIn(text))

const subnetIn = remembered((text: string): Subnet | null => {
  const parsed = parseSubnet(text)
  return parsed.ok ? parsed.value : null
})

export const contains = (subnet: Subnet, ip: string): boolean => {
  const value = ipNumber(ip)
  return value >= subnet.network && value <= subnet.broadcast
}

/** Whether a host can have that address: inside, and neither network nor broadcast address. */
export const isUsable = (subnet: Subnet, ip: string): boolean => {
  const value = ipNumber(ip)
  return value >= subnet.firstUsable && value <= subnet.lastUsable
}

export const overlaps = (a: Subnet, b: Subnet): boolean =>
  a.network <= b.broadcast && b.network <= a.broadcast

/** The subnet that a host believes it is in, from its own address and prefix length. */
export const subnetAround = (ip: string, prefixLength: number): Subnet => around(`${ip}/${prefixLength}`)

const around = remembered((cidr: string): Subnet =>
  subnetOf(
    ipNumber(ipaddr.IPv4.networkAddressFromCIDR(cidr).toString()),
    Number(cidr.slice(cidr.indexOf('/') + 1)),
  ),
)
