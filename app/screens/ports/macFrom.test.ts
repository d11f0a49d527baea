import { macFrom } from './macFrom'

test.each([
  ['as a scanner types it', '02005E005301', '02:00:5e:00:53:01'],
  ['with colons', '02:00:5E:00:53:01', '02:00:5e:00:53:01'],
  ['with hyphens', '02-00-5e-00-53-01', '02:00:5e:00:53:01'],
  ['in threes of four', '0200.5e00.5301', '02:00:5e:00:53:01'],
  ['with a blank at the end', '02005e005301 ', '02:00:5e:00:53:01'],
  ['a serial number by mistake stays as it is, to be refused', ' SN 4471-A ', 'SN 4471-A'],
  ['a digit short stays as it is', '02005e00530', '02005e00530'],
  ['nothing', '', ''],
])('%s', (_name, typed, mac) => {
  expect(macFrom(typed)).toBe(mac)
})
