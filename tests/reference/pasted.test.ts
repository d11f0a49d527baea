import { readIfconfig, readIpAddrText, readIpconfig } from '~/core/formats/read/laptop/addressTexts'
import { readPasted } from '~/core/formats'
import { seenFrom } from '~/core/judge/proof'
import { boatyard, withDevice } from '../kit/yard'
import { noNamespaces, testWith } from '../real/programs'
import { Spaces } from '../real/spaces'

/** What the tools of the system print, read; where Debian has the tool it is run, the others are kept samples. */
const spaces = new Spaces()
afterAll(() => spaces.down())

const testReal = testWith(['ip', 'ifconfig', 'busybox', 'ping'], noNamespaces)

testReal(
  'iproute2, net-tools and busybox say the same of one interface, and their pings the same of one host',
  () => {
    const [near, far] = [spaces.add('p'), spaces.add('q')]
    spaces.cable([near, 'en1', '172.27.24.77/21'], [far, 'en1', '172.27.24.9/21'])
    const meant = { kind: 'interface', name: 'en1', isUp: true, ip: '172.27.24.77', prefixLength: 21 }
    for (const command of [
      ['ip', 'addr', 'show'],
      ['ip', '-j', 'addr', 'show'],
      ['ifconfig', '-a'],
      ['busybox', 'ifconfig', '-a'],
    ]) {
      const { facts } = readPasted(spaces.must(near, ...command))
      expect([command, facts]).toEqual([command, [{ ...meant, gateway: null, nameServers: [] }]])
    }
    for (const ping of [['ping'], ['busybox', 'ping']])
      for (const [ip, received] of [
        ['172.27.24.9', 2],
        ['172.27.24.10', 0],
      ] as const) {
        const { out } = spaces.try(near, ...ping, '-c', '2', '-W', '1', ip)
        expect([ping, readPasted(out).facts]).toMatchObject([ping, [{ kind: 'ping', ip, sent: 2, received }]])
      }
  },
)

/** The next are written down from memory of what these systems print, with made-up addresses. */
const IPCONFIG = `\r
Windows IP Configuration\r
\r
   Host Name . . . . . . . . . . . . : TILL\r
\r
Ethernet adapter Ethernet:\r
\r
   Connection-specific DNS Suffix  . : \r
   DHCP Enabled. . . . . . . . . . . : Yes\r
   Link-local IPv6 Address . . . . . : fe80::1%4(Preferred)\r
   IPv4 Address. . . . . . . . . . . : 172.27.36.12(Preferred)\r
   Subnet Mask . . . . . . . . . . . : 255.255.255.0\r
   Default Gateway . . . . . . . . . : fe80::9%4\r
                                       172.27.36.1\r
   DNS Servers . . . . . . . . . . . : 172.27.36.1\r
                                       9.9.9.9\r
\r
Wireless LAN adapter Wi-Fi:\r
\r
   Media State . . . . . . . . . . . : Media disconnected\r
`
const MAC_IFCONFIG = `lo0: flags=8049<UP,LOOPBACK,RUNNING,MULTICAST> mtu 16384
	inet 127.0.0.1 netmask 0xff000000
en0: flags=8863<UP,BROADCAST,SMART,RUNNING,SIMPLEX,MULTICAST> mtu 1500
	ether 02:00:00:00:00:01
	inet 172.27.24.77 netmask 0xffffff00 broadcast 172.27.24.255
	status: active
en1: flags=8863<UP,BROADCAST,SMART,RUNNING,SIMPLEX,MULTICAST> mtu 1500
	status: inactive
`
const WINDOWS_PING = `
Pinging 172.27.12.2 with 32 bytes of data:
Reply from 172.27.24.1: Destination host unreachable.
Request timed out.

Ping statistics for 172.27.12.2:
    Packets: Sent = 2, Received = 1, Lost = 1 (50% loss),
`
const NETSH = `
There is 1 interface on the system:

    Name                   : Wi-Fi
    State                  : connected
    SSID                   : TernQuay-Crew
    BSSID                  : 9A:01:02:03:04:05
    Receive rate (Mbps)    : 780
    Transmit rate (Mbps)   : 866.7
    Signal                 : 84%
`
const LEASES = `1767225600 02:5e:00:10:20:30 172.27.24.41 * 01:02:5e:00:10:20:30
1767225601 02:5e:00:10:20:31 172.27.24.42 till *
duid 00:01:00:01
not a lease at all
`

test('an adapter with two gateways and two name servers, and one that is not connected', () => {
  expect(readIpconfig(IPCONFIG)).toEqual([
    {
      kind: 'interface',
      name: 'Ethernet',
      isUp: true,
      ip: '172.27.36.12',
      prefixLength: 24,
      gateway: '172.27.36.1',
      nameServers: ['172.27.36.1', '9.9.9.9'],
    },
    expect.objectContaining({ name: 'Wi-Fi', isUp: false, ip: null }),
  ])
  expect(readIfconfig(MAC_IFCONFIG)).toMatchObject([
    { name: 'en0', isUp: true, ip: '172.27.24.77', prefixLength: 24 },
    { name: 'en1', isUp: false, ip: null },
  ])
  expect(readIfconfig('eth0: flags=<RUNNING>\n inet 1.2.3.4 netmask 255.0.255.0')).toMatchObject([
    { prefixLength: null },
  ])
  expect(readIpAddrText('1: lo: <LOOPBACK,UP,LOWER_UP>\n    inet 127.0.0.1/8 scope host lo\n')).toEqual([])
})

describe('as evidence from a place', () => {
  const site = withDevice(boatyard(), 'ap-pontoon', { mac: '02:5e:00:10:20:31' })
  const from = (text: string, at = 'port:switch:12') => seenFrom(site, at, readPasted(text).facts)

  test('several in one text; what is none of this plan’s is left, in words', () => {
    const { seen, left } = from(IPCONFIG + WINDOWS_PING + NETSH + LEASES)
    expect(seen).toContainEqual({
      kind: 'address',
      attachmentId: 'port:switch:12',
      ip: '172.27.36.12',
      gateway: '172.27.36.1',
    })
    expect(seen).toContainEqual({
      kind: 'ping',
      fromNetworkId: 'crew',
      to: { networkId: 'gear' },
      // "Destination host unreachable" is counted by that program as received, and is none.
      answered: false,
      ip: '172.27.12.2',
      attachmentId: 'port:switch:12',
    })
    expect(left.join('; ')).toMatch(
      /Wi-Fi is not connected.*joined to “TernQuay-Crew” .* -58 dBm.*172\.27\.24\.41 leased to 02:5e/,
    )
  })

  test('a gateway’s answer, one’s own network, and a place without a network prove nothing', () => {
    const ping = (ip: string) =>
      `PING ${ip} (${ip}) 56(84) bytes of data.\n\n1 packets transmitted, 1 received, 0% packet loss\n`
    for (const ip of ['172.27.24.1', '172.27.24.9', '172.27.36.1'])
      expect([ip, from(ping(ip)).seen]).toEqual([ip, []])
    expect(from(ping('172.27.36.9'), 'port:gone:1').seen).toEqual([])
    expect(from(ping('198.51.100.10')).seen).toMatchObject([{ to: 'internet', answered: true }])
  })

  test('a station of a bridge end by its MAC, and nothing at all', () => {
    const dump = 'Station 02:5E:00:10:20:31 (on wl0)\n\tsignal:  \t-61 dBm\n\ttx bitrate:\t144.4 MBit/s\n'
    expect(from(dump).seen).toEqual([
      { kind: 'registration', deviceId: 'ap-pontoon', rateMbps: 144.4, snrDb: null },
    ])
    for (const text of ['', 'hello', '{"a":1}', '<html></html>', 'ping: unknown host'])
      expect([text, readPasted(text)]).toEqual([text, { programs: [], facts: [] }])
  })
})
