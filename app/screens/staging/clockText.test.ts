import { speedText } from '~/core/network/cabling'
import { clockText, spanText } from './clockText'

test.each([
  [0, '0:00'],
  [59.9, '0:59'],
  [60, '1:00'],
  [3599, '59:59'],
  [3600, '1:00:00'],
  [3661, '1:01:01'],
])('%d s is %s', (seconds, text) => expect(clockText(seconds)).toBe(text))

test('a span is a range', () => expect(spanText(60, 120)).toBe('usually 1:00 to 2:00'))

test.each([
  [100, '100M'],
  [1000, '1G'],
  [2500, '2.5G'],
  [10000, '10G'],
])('%i Mbit/s is %s', (mbps, text) => expect(speedText(mbps)).toBe(text))
