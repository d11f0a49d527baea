import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beacon } from '~/tests/kit/beacon'

describe('proof by measurement', () => {
  test('the fewest stops, and what they try', () => {
    const { status, stdout } = beacon('prove', 'demo/tern-quay-mended.json', '--text')
    expect(status).toBe(0)
    expect(stdout).toMatch(
      /^\d+ stops try all \d+ requirements and \d+ ways of a VLAN over a cable; fewer do not\.\n1\. /,
    )
  })

  test.each<[string, string[], RegExp]>([
    [
      'a plan without a place',
      ['--plan', 'demo/tern-quay-mended.json'],
      /--plan FILE and --at PLACE go together/,
    ],
    [
      'a place that is none',
      ['--plan', 'demo/tern-quay-mended.json', '--at', 'switch:99'],
      /is no place of the plan/,
    ],
    [
      'an address outside that is none',
      ['--plan', 'demo/tern-quay-mended.json', '--at', 'switch:12', '--outside=-f'],
      /“-f” is no IPv4 address/,
    ],
    [
      'a helper in a network that there is none of',
      ['--plan', 'demo/tern-quay-mended.json', '--at', 'switch:12', '--host', 'nowhere=10.0.0.1'],
      /is no address of nowhere/,
    ],
    ['an interface that there is none of', ['--interface', 'nope9'], /is no interface of this machine/],
    ['something else', ['there'], /is not understood/],
  ])('here, %s: exit 2, and what is accepted', (_name, words, says) => {
    const { status, stdout } = beacon('here', ...words, '--text')
    expect([status, stdout]).toEqual([2, expect.stringMatching(says)])
  })

  const walked = (rows: string[]): string => {
    const file = join(mkdtempSync(join(tmpdir(), 'beacon-walk-')), 'walk.csv')
    writeFileSync(file, ['x,y,radio,band,level', ...rows].join('\n'))
    return file
  }

  test('a walk: what may be claimed, and what it teaches', () => {
    const rows = Array.from(
      { length: 12 },
      (_one, i) => `${20 + i},${10 + (i % 4)},Chandlery AP,5,${-72 - i}`,
    )
    const { stdout } = beacon('walk', 'demo/tern-quay-mended.json', walked(rows), '--calibrate', '--text')
    expect(stdout).toMatch(/^12 readings\.\n/)
    expect(stdout).toMatch(
      /Learned from 12 levels: error [\d.]+ dB before, [\d.]+ dB after with each spot left out/,
    )
    expect(stdout).toMatch(/Chandlery AP, 5 GHz: [+−][\d.]+ ± [\d.]+ dB|says nothing|only their sum/)
  })

  test.each<[string, string[], string[], RegExp]>([
    ['one point', ['1,2,Chandlery AP,5,-60'], ['--calibrate'], /Fewer than two levels/],
    ['a radio that nobody knows', ['1,2,Nobody,5,-60'], [], /not known: Nobody, 5 GHz/],
    [
      'levels 20 dB too high',
      Array.from({ length: 12 }, (_one, i) => `${20 + i},${10 + (i % 4)},Chandlery AP,5,${-50 - i}`),
      [],
      /dB above the plan’s\. Is it the transmit power.* answer with --right/,
    ],
    ['a level that is none', ['1,2,Chandlery AP,5,60'], [], /Line 2: .* is no reading\. Accepted/],
  ])('a walk with %s: exit 2, and why', (_name, rows, words, says) => {
    const { status, stdout } = beacon('walk', 'demo/tern-quay-mended.json', walked(rows), ...words, '--text')
    expect([status, stdout]).toEqual([2, expect.stringMatching(says)])
  })
})
