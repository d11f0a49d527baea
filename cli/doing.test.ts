/** Commands that rehearse and make: the bench, an order of changes, jobs. */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beacon } from '~/tests/kit/beacon'

const MENDED = 'tests/kit/chandlery-mended.json'
const SPOILT = 'tests/kit/chandlery.json'

jest.setTimeout(30_000)

/** Files that a test gives to a command. */
let folder: string
beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'yard-cli-'))))
afterEach(() => rmSync(folder, { recursive: true }))
const put = (name: string, text: string) => {
  writeFileSync(join(folder, name), text)
  return join(folder, name)
}

describe('stage', () => {
  const script = (actions: unknown) =>
    put('actions.json', typeof actions === 'string' ? actions : JSON.stringify(actions))

  test('the chandlery comes up; with PoE off its access point does not, and the board says why', () => {
    const good = beacon('stage', MENDED, '--until', '30m')
    expect([good.status, good.json().running, good.json().source]).toEqual([0, 6, 'standIn'])
    const spoilt = beacon('stage', SPOILT, '--text')
    expect(spoilt.status).toBe(1)
    expect(spoilt.stdout).toContain('Chandlery AP: dark. PoE is off on Chandlery switch port 3.')
  })

  test('the same seed and script give the same trace', () => {
    const file = script([
      { atS: 0, action: { kind: 'powerOn', deviceId: 'switch' } },
      { atS: 5, action: { kind: 'powerOn', deviceId: 'gateway' } },
      { atS: 600, action: { kind: 'adopt', deviceId: 'ap-shop' } },
    ])
    const [one, two] = [1, 2].map(() => beacon('stage', MENDED, '--script', file, '--seed', '5').stdout)
    expect(one).toBe(two)
    expect(JSON.parse(one ?? '').devices.find(({ id }: { id: string }) => id === 'ap-shop').phase).toBe(
      'running',
    )
  })

  test.each<[string, unknown, RegExp]>([
    ['no JSON', 'power on', /is not JSON/],
    ['no such action', [{ atS: 0, action: { kind: 'kick' } }], /Accepted: powerOn/],
    ['a field missing', [{ atS: 0, action: { kind: 'powerOn' } }], /deviceId: This field is missing/],
    [
      'in the past',
      [
        { atS: 9, action: { kind: 'powerOn', deviceId: 'x' } },
        { atS: 3, action: { kind: 'powerOn', deviceId: 'x' } },
      ],
      /cannot be in the past/,
    ],
  ])('a script with %s: exit 2, and what is accepted', (_name, actions, words) => {
    const { status, stdout } = beacon('stage', MENDED, '--script', script(actions), '--text')
    expect([status, stdout]).toEqual([2, expect.stringMatching(words)])
  })

  test('a device that is gone: the rest is played, and it is told', () => {
    const { status, stdout } = beacon(
      'stage',
      MENDED,
      '--script',
      script([{ atS: 0, action: { kind: 'powerOn', deviceId: 'nobody' } }]),
      '--text',
    )
    expect([status, stdout]).toEqual([
      1,
      expect.stringContaining('At 0 s, powerOn: not done. There is no such device on the bench.'),
    ])
  })

  test.each([
    ['--until', 'soon'],
    ['--seed', 'x'],
  ])('%s %s', (...options) => expect(beacon('stage', MENDED, ...options).status).toBe(2))
})

describe('runbook', () => {
  const PLANTED = 'demo/tern-quay.json'
  const MEANT = 'demo/tern-quay-mended.json'

  test('from the planted mistakes to the mended plan: steps, costs, and the order of the list beside them', () => {
    const { status, stdout } = beacon('runbook', PLANTED, MEANT, '--laptop', 'switch:12', '--text')
    expect(status).toBe(0)
    expect(stdout).toMatch(/^\d+ changes from Tern Quay Boatyard/)
    expect(stdout).toMatch(/Point of no return|points of no return 0/)
    expect(stdout).toMatch(/From top to bottom of the list: walks \d+, locked out \d+ times/)
    expect(stdout).not.toContain('copper-rivets')
  })

  test('for two people, as a calendar', () => {
    const file = join(folder, 'work.ics')
    const { status, stdout } = beacon(
      ...['runbook', PLANTED, MEANT, '--laptop', 'switch:12', '--text'],
      ...['--crew', '2', '--ics', file, '--start', '2026-11-28T07:30:00Z', '--quiet', '06:00-06:30'],
    )
    expect([status, stdout]).toEqual([0, expect.stringMatching(/With 2 people: through after about \d+ min/)])
    const text = readFileSync(file, 'utf8')
    expect(text).toMatch(/^BEGIN:VCALENDAR/)
    expect(text).toContain('DTSTART:20261128T')
    expect(text).not.toContain('copper-rivets')
  })

  test('nothing differs: no step', () => {
    const { status, stdout } = beacon('runbook', MEANT, MEANT, '--laptop', 'switch:12')
    expect([status, JSON.parse(stdout)]).toEqual([0, expect.objectContaining({ changes: 0, steps: [] })])
  })

  test.each<[string, string[], RegExp]>([
    ['one file', [MEANT, '--laptop', 'switch:12'], /Two files are needed/],
    ['no place of the laptop', [PLANTED, MEANT], /Where the laptop is plugged in is not said.*such as/],
    ['a place that is none', [PLANTED, MEANT, '--laptop', 'switch:99'], /“switch:99” is no socket/],
    ['a crew of four', [PLANTED, MEANT, '--laptop', 'switch:12', '--crew', '4'], /Accepted: 1, 2 or 3/],
    [
      'hours that are none',
      [PLANTED, MEANT, '--laptop', 'switch:12', '--quiet', '25-26'],
      /“25-26” are no hours. Accepted/,
    ],
    ['no moment', [PLANTED, MEANT, '--laptop', 'switch:12', '--start', 'soon'], /is no moment/],
    ['plans of two sites', ['tests/kit/chandlery.json', '/dev/null', '--laptop', 'switch:5'], /./],
  ])('%s: exit 2, and what is accepted', (_name, words, says) => {
    const { status, stdout } = beacon('runbook', ...words, '--text')
    expect([status, stdout]).toEqual([2, expect.stringMatching(says)])
  })
})

describe('jobs and make', () => {
  test('the list, and what one asks', () => {
    expect(beacon('jobs').json().jobs).toHaveLength(13)
    const { status, stdout } = beacon('jobs', 'mesh', '--text')
    expect([status, stdout.split('\n')[0]]).toEqual([
      0,
      'nodes: How many nodes besides the gateway? A whole number from 1 to 5; 2 where nothing is said.',
    ])
  })

  test('a site file comes out that nothing stops, keys and all, and another job goes on from it', () => {
    const answers = put('answers.json', JSON.stringify({ aps: 2, ssid: 'Bakery', country: 'NL' }))
    const made = beacon('make', 'access-points', answers, '--name', 'Corner Bakery')
    expect([made.status, made.json().name, made.json().keys]).toEqual([0, 'Corner Bakery', 'included'])
    const site = put('site.json', made.stdout)
    expect(beacon('check', site).json().counts.stop).toBe(0)
    const more = put('more.json', beacon('make', 'company-login', '--on', site).stdout)
    expect([beacon('check', more).status, beacon('check', more).json().site]).toEqual([0, 'Corner Bakery'])
  })

  test('a bad answer: exit 2, with the question and what it accepts', () => {
    const say = (text: string, job = 'access-points') =>
      beacon('make', job, put('answers.json', text), '--text')
    const zero = say('{"aps": 0}')
    expect([zero.status, zero.stdout.trim()]).toEqual([
      2,
      'aps: How many access points? “0” cannot be taken. Accepted: a whole number from 1 to 500.',
    ])
    expect(say('{"aps": [1]}').status).toBe(2)
    expect(say('[1]').status).toBe(2)
    expect(say('{"aps"').stdout).toContain('is no JSON')
    expect(say('{}', 'raise-the-mast').stdout).toContain('“raise-the-mast” is no job. Accepted: one-router,')
  })
})
