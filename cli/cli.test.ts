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
  expect(beacon('reach', MENDED).json().matrix.length).toBe(5 * (4 + 1 + 1 + 2))
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
