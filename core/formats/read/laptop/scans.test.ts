import { bandOfMhz, readNetshNetworks, readNmcli, readScanText, SCAN_PROGRAMS } from './scans'

/** Written down from memory of what the program prints, with made-up names. */
const NETSH = `\r
Interface name : Wi-Fi\r
There are 2 networks currently visible.\r
\r
SSID 1 : Quay: west\r
    Network type            : Infrastructure\r
    Authentication          : WPA2-Personal\r
    BSSID 1                 : 9A:01:02:03:04:05\r
         Signal             : 84%\r
         Radio type         : 802.11ac\r
         Channel            : 44\r
    BSSID 2                 : 9a:01:02:03:04:06\r
         Signal             : 40%\r
         Channel            : 6\r
\r
SSID 2 :\r
    BSSID 1                 : 9a:01:02:03:04:07\r
         Signal             : 0%\r
         Band               : 6 GHz\r
         Channel            : 5\r
`

test('per cent become dBm as the maker says, channels become frequencies as the standard says', () => {
  expect(readNetshNetworks(NETSH)).toEqual([
    { bssid: '9a:01:02:03:04:05', ssid: 'Quay: west', freqMhz: 5220, rssiDbm: -58 },
    { bssid: '9a:01:02:03:04:06', ssid: 'Quay: west', freqMhz: 2437, rssiDbm: -80 },
    { bssid: '9a:01:02:03:04:07', ssid: '', freqMhz: 5975, rssiDbm: -100 },
  ])
})

test('terse lines: colons inside a field are escaped; its own columns, or four that were asked for', () => {
  const own = String.raw`*:9A\:01\:02\:03\:04\:05:Quay\: west:Infra:44:540 Mbit/s:84:▂▄▆█:WPA2`
  const asked = String.raw`9A\:01\:02\:03\:04\:05:Back\\slash:5220 MHz:84`
  expect(readNmcli(`${own}\n${asked}\n`)).toEqual([
    { bssid: '9a:01:02:03:04:05', ssid: 'Quay: west', freqMhz: 5220, rssiDbm: -58 },
    { bssid: '9a:01:02:03:04:05', ssid: 'Back\\slash', freqMhz: 5220, rssiDbm: -58 },
  ])
})

test('whichever program printed it is found by what it says; what is none is null', () => {
  expect(readScanText(NETSH)?.program).toBe(SCAN_PROGRAMS[1])
  expect(
    readScanText('BSS 9a:01:02:03:04:05(on wl0)\n\tfreq: 5220\n\tsignal: -58.00 dBm\n\tSSID: q\n')?.program,
  ).toBe(SCAN_PROGRAMS[0])
  for (const text of [
    '',
    'hello',
    'a:b:c:d',
    '<html>',
    'BSSID 1 : no',
    String.raw`9A\:01\:02\:03\:04\:05:x:5220:400`,
  ])
    expect([text, readScanText(text)]).toEqual([text, null])
})

test.each([
  [2412, '2.4'],
  [2484, '2.4'],
  [5180, '5'],
  [5885, '5'],
  [5955, '6'],
  [7115, '6'],
  [868, null],
  [60_480, null],
])('%i MHz', (mhz, band) => expect(bandOfMhz(mhz)).toBe(band))
