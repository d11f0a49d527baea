import ipaddr from 'ipaddr.js'
import { remembered } from '../../lib/remembered'

const FOUR_PARTS = /^(0|[1-9]\d{0,2})(\.(0|[1-9]\d{0,2})){3}$/

/** Strict dotted decimal: four parts, no leading zeros, each 0–255. */
export function isIp(text: string): boolean {
  return FOUR_PARTS.test(text) && ipaddr.IPv4.isValidFourPartDecimal(text)
}

/** The address as an unsigned 32-bit number. Throws on text that `isIp` refuses: check at the border. */
export const ipNumber = remembered((ip: string): number => {
  if (!isIp(ip)) throw new RangeError(`not an IPv4 address: ${ip}`)
  return ipaddr.IPv4.parse(ip)
    .toByteArray()
    .reduce((sum, octet) => sum * 256 + octet, 0)
})

export function ipText(value: number): string {
  return [24, 16, 8, 0].map((shift) => Math.floor(value / 2 ** shift) % 256).join('.')
}

/** Addresses set aside for private use. Source: RFC 1918 section 3. */
const PRIVATE_RANGES = ['10.0.0.0/8', '172.16.0.0/12', '192.168.0.0/16'].map((range) =>
  ipaddr.IPv4.parseCIDR(range),
)

export const isPrivate = (ip: string): boolean =>
  PRIVATE_RANGES.some((range) => ipaddr.IPv4.parse(ip).match(range))

/** Addresses that no host has: "this" network, loopback, multicast, reserved and broadcast. Source: RFC 1122 section 3.2.1.3, RFC 5771, RFC 1112. */
const NO_HOST = ['0.0.0.0/8', '127.0.0.0/8', '224.0.0.0/4', '240.0.0.0/4'].map((range) =>
  ipaddr.IPv4.parseCIDR(range),
)

export const isNoHost = (ip: string): boolean => NO_HOST.some((range) => ipaddr.IPv4.parse(ip).match(range))

/** Addresses that mean nothing on the internet: private (RFC 1918), shared by a provider (RFC 6598), link-local (RFC 3927). */
const NOT_PUBLIC = ['100.64.0.0/10', '169.254.0.0/16'].map((range) => ipaddr.IPv4.parseCIDR(range))

export const isPublic = (ip: string): boolean =>
  !isNoHost(ip) && !isPrivate(ip) && !NOT_PUBLIC.some((range) => ipaddr.IPv4.parse(ip).match(range))
