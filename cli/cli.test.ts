import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { beacon, started } from '~/tests/kit/beacon'

const MENDED = 'tests/kit/chandlery-mended.json'
const SPOILT = 'tests/kit/chandlery.json'
const UP = 'tests/reference/data/iperf3/tcp-up.json'
const DOWN = 'tests/reference/data/iperf3/tcp-reverse.json'

jest.setTimeout(30_000)

test('check: four planted mistakes, exit 1; none when mended, exit 0', () => {
  const spoilt = beacon('check', SPOILT)
  expect(spoilt.status).toBe(1)
  expect(spoilt.json().findings.map(({ code }: { code: string }) => code)).toEqual([
    'VLN-1',
    'POW-1',
    'ADR-2',
    'SSI-2',
  ])
  expect(spoilt.stdout).not.toContain('slipway')
  const mended = beacon('check', MENDED)
  expect([mended.status, mended.json().counts]).toEqual([0, { stop: 0, fix: 0, note: 0 }])
})

test('the way the README has it', () => {
  const { status, stdout } = started('npm', ['run', '-s', 'beacon', '--', 'check', SPOILT, '--text'])
  expect([status, stdout.split('\n')[0]]).toEqual([1, 'Tern Quay Boatyard: 2 stop, 2 fix, 0 note'])
})

test('reach: the matrix, one way that works, one that does not', () => {
  expect(beacon('reach', MENDED).json().matrix.length).toBe(35)
  expect(beacon('reach', MENDED, '--from', 'ssid:ap-shop:ssid-berth', '--to', 'internet').status).toBe(0)
  const lost = beacon(
    'reach',
    SPOILT,
    '--from',
    'TernQuay-Berths on Chandlery AP',
    '--to',
    'internet',
    '--text',
  )
  expect(lost.status).toBe(1)
  expect(lost.stdout).toContain('Chandlery AP is not running: PoE is off on Chandlery switch port 3.')
})

const YARD = 'demo/tern-quay-mended.json'

test('l2: who hears a broadcast, with which tag, from each attachment and tag', () => {
  const { status, json } = beacon('l2', YARD)
  expect(status).toBe(0)
  const sent = json().broadcasts.find(
    ({ from, tag }: { from: string; tag: number | null }) => from === 'port:switch:11' && tag === null,
  )
  expect(sent.reaches).toContainEqual({ attachment: 'station:printer', tag: null })
  expect(sent.reaches.map(({ attachment }: { attachment: string }) => attachment)).not.toContain(
    'port:switch:15',
  )
  expect(beacon('l2', YARD, '--text').stdout).toContain('port:switch:11, untagged: port:switch:12 untagged')
  expect(beacon('l2', 'demo/tern-quay.json', '--text').stdout).toMatch(/comes round again at .*port (7|16)/)
})

test('trace: every hop of one way', () => {
  const { status, stdout } = beacon(
    'trace',
    YARD,
    '--from',
    'ssid:cafe-router:ssid-cafe',
    '--to',
    'internet',
    '--text',
  )
  expect(status).toBe(0)
  expect(stdout).toContain('Café router is a client of Berth guests')
  expect(beacon('trace', YARD, '--from', 'port:switch:11').status).toBe(2)
})

test('export: a file that its format cannot hold is listed as not written, and refused by its field', () => {
  const folder = mkdtempSync(join(tmpdir(), 'yard-export-'))
  const file = join(folder, 'odd.json')
  const site = JSON.parse(readFileSync(YARD, 'utf8')) as { devices: { radius: { users: object[] } | null }[] }
  site.devices.find(({ radius }) => radius)!.radius!.users.push({ name: 'DEFAULT', password: 'p' })
  writeFileSync(file, JSON.stringify(site))
  expect(beacon('export', file, '--text').stdout).toMatch(
    /users \(FreeRADIUS\)\n {4}not written: The name of user \d+/,
  )
  const refused = beacon('export', file, '--as', 'radius.users', '--keys')
  expect(refused.status).toBe(2)
  expect(refused.json().problems[0]).toMatchObject({
    at: expect.stringMatching(/radius\.users\[\d\]\.name$/) as string,
  })
  rmSync(folder, { recursive: true })
})

test('export: the list, one file, keys only when asked for', () => {
  expect(
    beacon('export', YARD)
      .json()
      .files.map(({ id }: { id: string }) => id),
  ).toContain('gateway.dnsmasq')
  expect(beacon('export', YARD, '--as', 'gateway.nft', '--text').stdout).toContain('chain forward')
  const file = (...more: string[]) => beacon('export', YARD, '--as', 'radius.users', '--text', ...more).stdout
  expect(file()).not.toContain('halyard')
  expect(file('--keys')).toContain('halyard-and-cleat-9')
  expect(beacon('export', YARD, '--as', 'gateway.docx').status).toBe(2)
})

test('proof: both ways judged by the link', () => {
  const passed = beacon('proof', UP, DOWN, '--medium', 'radio', '--link-rate', '600')
  expect([passed.status, passed.json().outcome]).toEqual([0, 'pass'])
  const low = beacon('proof', UP, DOWN, '--medium', 'wired', '--link-rate', '1000', '--text')
  expect(low.status).toBe(1)
  expect(low.stdout).toContain('below the 847 to 989 Mbit/s')
})

test.each([
  [['check'], 'One file is needed'],
  [['check', 'nowhere.json'], 'There is no file nowhere.json'],
  [['check', 'README.md'], 'not JSON'],
  [['sail'], 'no command “sail”'],
  [[], 'A command is needed'],
  [['check', MENDED, '--loud'], '--loud'],
  [['reach', MENDED, '--from', 'x', '--to', 'internet'], 'is no place of this site'],
  [['proof', UP], '--medium is missing'],
  [
    ['proof', 'tests/reference/data/iperf3/failed.json', '--medium', 'wired', '--link-rate', '1000'],
    'The test itself failed',
  ],
  [['proof', UP, '--medium', 'wired', '--link-rate', 'fast'], '--link-rate is “fast”'],
])('bad input %j exits 2 with words', (args, words) => {
  const { status, stdout, stderr } = beacon(...args)
  expect(status).toBe(2)
  expect(stdout).toContain(words)
  expect(stderr).not.toContain('    at ')
})

test('a broken site file: every problem with its path', () => {
  const directory = mkdtempSync(join(tmpdir(), 'yard-'))
  try {
    const file = join(directory, 'broken.json')
    writeFileSync(
      file,
      JSON.stringify({
        format: 'yard-beacon-site',
        version: 1,
        name: 'x',
        networks: [{ id: 'a', name: 'A', vlanId: 0, subnet: '1.2.3.4/33' }],
      }),
    )
    const { status, json } = beacon('check', file)
    expect(status).toBe(2)
    expect(json().problems.map(({ at }: { at: string }) => at)).toEqual([
      'networks[0].vlanId',
      'networks[0].subnet',
    ])
  } finally {
    rmSync(directory, { recursive: true })
  }
})

test('help is help', () =>
  expect(beacon('--help', '--text')).toMatchObject({
    status: 0,
    stdout: expect.stringContaining('reach FILE') as string,
  }))

test('coverage tells each area’s share, and fails while one is below its need', () => {
  const { stdout, status } = beacon('coverage', 'demo/tern-quay-mended.json')
  const { areas, confidencePercent } = JSON.parse(stdout) as {
    areas: { area: string; surePercent: number; onAveragePercent: number; servedBy: string[] }[]
    confidencePercent: number
  }
  expect(areas).toHaveLength(8)
  for (const { surePercent, onAveragePercent } of areas)
    expect(surePercent).toBeLessThanOrEqual(onAveragePercent)
  expect(areas.find(({ area }) => area === 'Steel workshop')?.servedBy).toContain('ap-work-1')
  expect(status).toBe(areas.every(({ surePercent }) => surePercent >= confidencePercent) ? 0 : 1)
  expect(status).toBe(1)
  expect(beacon('coverage', 'demo/tern-quay-mended.json', '--text').stdout).toContain('Hard standing:')
  expect(beacon('coverage', MENDED, '--text').stdout).toContain('No area of this site has an outline')
})

test('backhaul: ways with reasons, parents with their bound, failures; exit 1 when a device is not fed', () => {
  const { json, status } = beacon('backhaul', 'demo/tern-quay-mended.json')
  expect(status).toBe(0)
  const out = json()
  const work = out.boxes.find(({ name }: { name: string }) => name === 'Workshop AP 1')
  expect(work.says).toContain('because: The steel sliding door')
  expect(work.ways.find(({ planned }: { planned: boolean }) => planned)).toMatchObject({
    way: 'mesh',
    cannot: null,
  })
  expect(out.mesh).toMatchObject({
    proven: true,
    nodes: [{ name: 'Workshop AP 1', parent: 'Gable AP', hops: 1 }],
  })
  const gate = out.failures.find(({ what }: { what: string }) => what === 'Gate hut switch')
  expect(gate.dark).toContain('Gate AP')
  expect(gate.reattached).toMatchObject([{ name: 'Café terrace AP', parent: 'Gable AP' }])
  // The chandlery alone is not drawn: its access point has its cable all the same.
  expect(beacon('backhaul', 'tests/kit/chandlery-mended.json').status).toBe(0)
})

test('airtime: what everybody gets at once and what holds it back; exit 1 when an area falls short', () => {
  const { json, status } = beacon('airtime', 'demo/tern-quay-mended.json')
  expect(status).toBe(1)
  const out = json()
  const pontoon = out.areas.find(({ area }: { area: string }) => area === 'Pontoon')
  expect(pontoon.getsMbps).toBeLessThan(pontoon.wantsMbps)
  expect(pontoon.heldBackBy).toBe('the feed')
  expect(pontoon.oneClient.lowMbps).toBeLessThan(pontoon.oneClient.likelyMbps)
  expect(out.nodes.find(({ box }: { box: string }) => box === 'Pontoon AP')).toMatchObject({ airHops: 1 })
})

test.each(['backhaul', 'airtime'])('%s: a file that is not there, or two of them', (command) => {
  expect(beacon(command, 'nowhere.json').status).toBe(2)
  expect(beacon(command, 'a.json', 'b.json').stdout).toContain('One file is needed; 2 were given')
})

describe('stage', () => {
  const script = (actions: unknown) => {
    const folder = mkdtempSync(join(tmpdir(), 'yard-script-'))
    const file = join(folder, 'actions.json')
    writeFileSync(file, typeof actions === 'string' ? actions : JSON.stringify(actions))
    return file
  }

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
    const file = join(mkdtempSync(join(tmpdir(), 'beacon-ics-')), 'work.ics')
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
    const folder = mkdtempSync(join(tmpdir(), 'jobs-'))
    const put = (name: string, text: string) => {
      writeFileSync(join(folder, name), text)
      return join(folder, name)
    }
    const answers = put('answers.json', JSON.stringify({ aps: 2, ssid: 'Bakery', country: 'NL' }))
    const made = beacon('make', 'access-points', answers, '--name', 'Corner Bakery')
    expect([made.status, made.json().name, made.json().keys]).toEqual([0, 'Corner Bakery', 'included'])
    const site = put('site.json', made.stdout)
    expect(beacon('check', site).json().counts.stop).toBe(0)
    const more = put('more.json', beacon('make', 'company-login', '--on', site).stdout)
    expect([beacon('check', more).status, beacon('check', more).json().site]).toEqual([0, 'Corner Bakery'])
    rmSync(folder, { recursive: true })
  })

  test('a bad answer: exit 2, with the question and what it accepts', () => {
    const folder = mkdtempSync(join(tmpdir(), 'jobs-'))
    const file = join(folder, 'answers.json')
    const say = (text: string, job = 'access-points') => {
      writeFileSync(file, text)
      return beacon('make', job, file, '--text')
    }
    const zero = say('{"aps": 0}')
    expect([zero.status, zero.stdout.trim()]).toEqual([
      2,
      'aps: How many access points? “0” cannot be taken. Accepted: a whole number from 1 to 24.',
    ])
    expect(say('{"aps": [1]}').status).toBe(2)
    expect(say('[1]').status).toBe(2)
    expect(say('{"aps"').stdout).toContain('is no JSON')
    expect(say('{}', 'raise-the-mast').stdout).toContain('“raise-the-mast” is no job. Accepted: one-router,')
    rmSync(folder, { recursive: true })
  })
})
