import { Address4 } from 'ip-address'
import { Netmask } from 'netmask'
import {
  contains,
  ipNumber,
  ipText,
  isPrivate,
  overlaps,
  parseSubnet,
  subnetAround,
} from '~/core/network/addressing'
import { seededRandom } from '~/core/lib/random'

/** Worked values. Sources: RFC 4632 section 3.1 (prefixes), RFC 3021 section 2.1 (/31), RFC 1918 section 3. */
const subnet = (text: string) => {
  const parsed = parseSubnet(text)
  if (!parsed.ok) throw new Error(parsed.problems[0]?.message)
  return parsed.value
}

test.each([
  ['192.168.99.0/24', '255.255.255.0', '192.168.99.1', '192.168.99.254', 254, 'RFC 4632 3.1'],
  ['192.168.0.0/16', '255.255.0.0', '192.168.0.1', '192.168.255.254', 65534, 'RFC 1918 3'],
  ['172.16.0.0/12', '255.240.0.0', '172.16.0.1', '172.31.255.254', 1048574, 'RFC 1918 3'],
  ['10.0.0.0/8', '255.0.0.0', '10.0.0.1', '10.255.255.254', 16777214, 'RFC 1918 3'],
  ['10.1.2.4/31', '255.255.255.254', '10.1.2.4', '10.1.2.5', 2, 'RFC 3021 2.1'],
  ['10.1.2.4/32', '255.255.255.255', '10.1.2.4', '10.1.2.4', 1, 'RFC 4632 3.1'],
  ['0.0.0.0/0', '0.0.0.0', '0.0.0.1', '255.255.255.254', 4294967294, 'RFC 4632 3.1'],
])('%s (%#)', (cidr, mask, first, last, usable) => {
  const it = subnet(cidr)
  expect([it.mask, ipText(it.firstUsable), ipText(it.lastUsable), it.usable]).toEqual([
    mask,
    first,
    last,
    usable,
  ])
})

test('500 random subnets agree with two libraries of other authors', () => {
  const random = seededRandom(4632)
  for (let i = 0; i < 500; i++) {
    const ip = ipText(Math.floor(random() * 2 ** 32))
    const length = Math.floor(random() * 33)
    const theirs = new Netmask(`${ip}/${length}`)
    const others = new Address4(`${ip}/${length}`)
    const ours = subnetAround(ip, length)
    expect(ours.cidr).toBe(`${theirs.base}/${length}`)
    expect(ours.mask).toBe(theirs.mask)
    expect(ipText(ours.network)).toBe(others.startAddress().correctForm())
    expect(ipText(ours.broadcast)).toBe(others.endAddress().correctForm())
    if (length < 31)
      expect([ipText(ours.firstUsable), ipText(ours.lastUsable)]).toEqual([theirs.first, theirs.last])
    const probe = ipText(Math.floor(random() * 2 ** 32))
    expect(contains(ours, probe)).toBe(theirs.contains(probe))
  }
})

test('500 random pairs overlap exactly when one holds the other’s first address', () => {
  const random = seededRandom(3021)
  for (let i = 0; i < 500; i++) {
    const [a, b] = [0, 1].map(() =>
      subnetAround(ipText(Math.floor(random() * 2 ** 16) * 2 ** 16), Math.floor(random() * 33)),
    ) as [ReturnType<typeof subnetAround>, ReturnType<typeof subnetAround>]
    const theirs =
      new Netmask(a.cidr).contains(ipText(b.network)) || new Netmask(b.cidr).contains(ipText(a.network))
    expect(overlaps(a, b)).toBe(theirs)
  }
})

test.each([
  ['10.255.255.255', true],
  ['11.0.0.0', false],
  ['172.15.255.255', false],
  ['172.16.0.0', true],
  ['172.31.255.255', true],
  ['172.32.0.0', false],
  ['192.168.0.0', true],
  ['192.169.0.0', false],
])('RFC 1918 section 3: %s private %s', (ip, expected) => expect(isPrivate(ip)).toBe(expected))

test.each([
  '10.64.8.0/33',
  '10.64.8.0',
  '10.64.8/24',
  '010.64.8.0/24',
  '10.64.8.256/24',
  '10.64.8.0/-1',
  '10.64.8.0/24/1',
  'x',
])('%s is refused in words', (text) => {
  const parsed = parseSubnet(text)
  expect(parsed.ok).toBe(false)
  if (!parsed.ok) expect(parsed.problems[0]?.message.length).toBeGreaterThan(30)
})

test('host bits are refused with the subnet that was meant', () => {
  const parsed = parseSubnet('10.64.8.7/24')
  expect(!parsed.ok && parsed.problems[0]?.message).toContain('10.64.8.0/24')
})

test('numbers and text go round', () => {
  for (const ip of ['0.0.0.0', '127.0.0.1', '255.255.255.255']) expect(ipText(ipNumber(ip))).toBe(ip)
  expect(() => ipNumber('1.2.3')).toThrow(RangeError)
})
