import { readIpAddr, readIpRoute, readResolvConf } from './ipJson'
import { iwName, readIwLink, readIwScan } from './iwText'
import { readLldp } from './lldpJson'
import { readPing } from './pingText'

/** Texts of programs that are not at hand here are from memory of what they print; what `ip` and `ping` print here is read for real in tests/reference/labs/here. */

test('addresses of iproute2: the loopback is none, an interface without an address is one all the same', () => {
  const text = JSON.stringify([
    {
      ifname: 'lo',
      flags: ['LOOPBACK', 'UP', 'LOWER_UP'],
      addr_info: [{ family: 'inet', local: '127.0.0.1' }],
    },
    {
      ifname: 'en1',
      flags: ['BROADCAST', 'UP', 'LOWER_UP'],
      addr_info: [
        { family: 'inet6', local: 'fe80::1', prefixlen: 64, scope: 'link' },
        { family: 'inet', local: '172.27.24.77', prefixlen: 24, scope: 'global' },
      ],
    },
    { ifname: 'wl0', flags: ['BROADCAST'] },
    {},
  ])
  expect(readIpAddr(text)).toEqual([
    { name: 'en1', isUp: true, ip: '172.27.24.77', prefixLength: 24 },
    { name: 'wl0', isUp: false, ip: null, prefixLength: null },
  ])
  for (const odd of ['not json', '{"a":1}', 'null']) expect(readIpAddr(odd)).toBeNull()
  expect(readIpAddr('')).toEqual([])
})

test('of two default routes the one with the least metric, and of another interface none', () => {
  const text = JSON.stringify([
    { dst: 'default', gateway: '10.0.0.1', dev: 'en1', metric: 600 },
    { dst: 'default', gateway: '10.0.0.2', dev: 'en1', metric: 100 },
    { dst: '10.0.0.0/24', dev: 'en1' },
  ])
  expect([readIpRoute(text, 'en1'), readIpRoute(text, 'wl0'), readIpRoute('', 'en1')]).toEqual([
    '10.0.0.2',
    null,
    null,
  ])
})

test('name servers, and nothing that only looks like one', () => {
  expect(
    readResolvConf('# nameserver 1.1.1.1\nnameserver 172.27.24.1\n nameserver\t10.0.0.53 \noptions x\n'),
  ).toEqual(['172.27.24.1', '10.0.0.53'])
})

test.each<[string, string, ReturnType<typeof readPing>]>([
  [
    'iputils, answered',
    '3 packets transmitted, 3 received, 0% packet loss, time 402ms\nrtt min/avg/max/mdev = 0.031/0.044/0.061/0.012 ms\n',
    { sent: 3, received: 3, meanMs: 0.044, refused: null },
  ],
  [
    'iputils, rejected by a router',
    'From 172.27.24.1 icmp_seq=1 Packet filtered\n\n3 packets transmitted, 0 received, +3 errors, 100% packet loss, time 401ms\n',
    { sent: 3, received: 0, meanMs: null, refused: 'Packet filtered' },
  ],
  [
    'busybox',
    '3 packets transmitted, 2 packets received, 33% packet loss\nround-trip min/avg/max = 0.050/0.071/0.092 ms\n',
    { sent: 3, received: 2, meanMs: 0.071, refused: null },
  ],
  [
    'macOS',
    '3 packets transmitted, 3 packets received, 0.0% packet loss\nround-trip min/avg/max/stddev = 2.1/3.4/5.0/1.2 ms\n',
    { sent: 3, received: 3, meanMs: 3.4, refused: null },
  ],
  [
    'Windows',
    'Packets: Sent = 4, Received = 4, Lost = 0 (0% loss),\nMinimum = 1ms, Maximum = 3ms, Average = 2ms\n',
    { sent: 4, received: 4, meanMs: 2, refused: null },
  ],
  [
    'Windows, where “unreachable” is counted as an answer',
    'Reply from 172.27.24.9: Destination host unreachable.\nReply from 172.27.24.9: Destination host unreachable.\nPackets: Sent = 2, Received = 2, Lost = 0 (0% loss),\n',
    { sent: 2, received: 0, meanMs: null, refused: 'Destination host unreachable' },
  ],
  ['no route', 'ping: connect: Network is unreachable\n', null],
  ['something else', 'Hello.', null],
])('a ping of %s', (_name, text, read) => {
  expect(readPing(text)).toEqual(read)
})

test('names as iw prints them: bytes, backslashes, anchors', () => {
  expect(iwName('Caf\\xc3\\xa9 \\\\ Bar')).toBe('Café \\ Bar')
  expect(iwName('plain')).toBe('plain')
})

test('what a radio has joined, and what it hears', () => {
  const link =
    'Connected to 02:AA:bb:00:00:01 (on wl0)\n\tSSID: TernQuay-Berths\n\tfreq: 5180\n\tsignal: -52 dBm\n\ttx bitrate: 866.7 MBit/s VHT-MCS 9\n'
  expect(readIwLink(link)).toEqual({
    bssid: '02:aa:bb:00:00:01',
    ssid: 'TernQuay-Berths',
    freqMhz: 5180,
    rssiDbm: -52,
    rateMbps: 866.7,
  })
  expect(readIwLink('Not connected.\n')).toBeNull()
  const scan =
    'BSS 02:aa:bb:00:00:01(on wl0) -- associated\n\tfreq: 5180.0\n\tsignal: -52.00 dBm\n\tSSID: A\n' +
    'BSS 02:aa:bb:00:00:02(on wl0)\n\tfreq: 2412\n\tsignal: -71.00 dBm\n\tSSID: \n' +
    'BSS 02:aa:bb:00:00:03(on wl0)\n\tSSID: no level\n'
  expect(readIwScan(scan).map(({ bssid, rssiDbm, ssid }) => [bssid.slice(-2), rssiDbm, ssid])).toEqual([
    ['01', -52, 'A'],
    ['02', -71, ''],
  ])
})

test('who is at the other end, on that interface alone', () => {
  const text = JSON.stringify({
    lldp: [
      {
        interface: [
          {
            name: 'en1',
            chassis: [{ name: [{ value: 'Workshop switch' }] }],
            port: [{ descr: [{ value: 'port 5' }] }],
          },
          { name: 'en2', chassis: [{}], port: [{}] },
        ],
      },
    ],
  })
  expect([
    readLldp(text, 'en1'),
    readLldp(text, 'en2'),
    readLldp('{}', 'en1'),
    readLldp('no', 'en1'),
  ]).toEqual([{ name: 'Workshop switch', port: 'port 5' }, null, null, null])
})
