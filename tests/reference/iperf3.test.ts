import { execFileSync, spawn, spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { decodedText } from '~/core/formats'
import { readIperf3 } from '~/schema/iperf3'
import { freePort } from '~/tests/kit/freePort'

/** The real iperf3 (Debian) over loopback, and stored results of version 3.12. */
const here = spawnSync('iperf3', ['--version']).status === 0
const real = here ? test : test.skip

const PATIENCE_MS = 4000

async function measure(...flags: string[]): Promise<string> {
  const port = String(await freePort())
  const server = spawn('iperf3', ['-s', '-1', '--forceflush', '-B', '127.0.0.1', '-p', port])
  try {
    await new Promise((resolve, reject) => {
      server.stdout.once('data', resolve)
      setTimeout(
        () => reject(new Error('the iperf3 server does not say that it listens')),
        PATIENCE_MS,
      ).unref()
    })
    const client = ['-c', '127.0.0.1', '-p', port, '-J', '-t', '1', '-b', '50M', ...flags]
    return execFileSync('iperf3', client, { encoding: 'utf8', timeout: PATIENCE_MS })
  } finally {
    server.kill('SIGKILL')
    server.stdout.destroy()
    server.stderr.destroy()
  }
}

real.each([
  ['up', []],
  ['down', ['-R']],
] as const)('a test made now, %s (needs iperf3)', async (direction, flags) => {
  const source = await measure(...flags)
  const read = readIperf3(source)
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const [result] = read.value.results
  const file = JSON.parse(source) as {
    end: { sum_sent: { bytes: number }; sum_received: { bits_per_second: number } }
  }
  expect(result?.direction).toBe(direction)
  expect(result?.sentBytes).toBe(file.end.sum_sent.bytes)
  expect(result?.receivedMbps).toBeCloseTo(file.end.sum_received.bits_per_second / 1e6, 6)
  expect(result?.receivedMbps).toBeGreaterThan(10)
  expect(result?.intervals.length).toBeGreaterThanOrEqual(1)
})

const sample = (name: string) =>
  readFileSync(join(process.cwd(), 'tests/reference/data/iperf3', `${name}.json`), 'utf8')
const runOf = (name: string) => {
  const read = readIperf3(sample(name))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  return read.value
}
const refusal = (source: string) => {
  const read = readIperf3(source)
  return read.ok ? 'taken' : read.problems[0]!.message
}

test('stored results: up, reverse, both at once, three streams with a warm-up', () => {
  expect(runOf('tcp-up').results.map(({ direction }) => direction)).toEqual(['up'])
  expect(runOf('tcp-reverse').results.map(({ direction }) => direction)).toEqual(['down'])
  expect(runOf('tcp-bidir').results.map(({ direction }) => direction)).toEqual(['up', 'down'])
  const three = runOf('tcp-three-streams')
  expect(three.streams).toBe(3)
  expect(three.results[0]?.intervals).toHaveLength(3)
})

test('the interval bytes add up to the sender’s total', () => {
  for (const name of ['tcp-up', 'tcp-reverse']) {
    const [result] = runOf(name).results
    const summed = result!.intervals.reduce(
      (sum, { mbps, startS, endS }) => sum + (mbps * 1e6 * (endS - startS)) / 8,
      0,
    )
    expect(summed / result!.sentBytes).toBeCloseTo(1, 2)
  }
})

test.each([
  ['a failed run', sample('failed'), 'The test itself failed: “unable to connect'],
  ['an SCTP run', sample('udp').replace('"UDP"', '"SCTP"'), 'This is a SCTP test. Accepted: TCP and UDP.'],
  ['a truncated file', sample('truncated'), 'not JSON, or it was cut off'],
  ['an empty file', '  \n', 'The file is empty'],
  ['no JSON', 'bits per second', 'not JSON'],
  ['a list', '[]', 'not a result of iperf3'],
  ['another JSON', '{"name":"x"}', 'Not a whole iperf3 result'],
  [
    'a file without its end',
    JSON.stringify({ ...(JSON.parse(sample('tcp-up')) as object), end: {} }),
    'Not a whole iperf3 result',
  ],
])('%s is refused in words', (_name, source, words) => expect(refusal(source)).toContain(words))

/** A stored result changed as a program of another age or place would have written it. */
const changed = (
  name: string,
  change: (file: { start: { test_start: Record<string, unknown> } }) => void,
): string => {
  const file = JSON.parse(sample(name)) as { start: { test_start: Record<string, unknown> } }
  change(file)
  return JSON.stringify(file)
}
/** Versions before 3.1 have no such member (from memory). */
const early = (name: string) => changed(name, ({ start }) => void delete start.test_start.reverse)

test('an early file that does not say its way is a question, and not “up”', () => {
  expect(readIperf3(early('tcp-reverse'))).toMatchObject({
    ok: false,
    problems: [{ path: ['way'], message: expect.stringContaining('does not say which way') as string }],
  })
  for (const way of ['up', 'down'] as const)
    expect(readIperf3(early('tcp-reverse'), way)).toMatchObject({
      ok: true,
      value: { results: [{ direction: way }] },
    })
  expect(readIperf3(early('tcp-bidir'))).toMatchObject({
    ok: true,
    value: { results: [{ direction: 'up' }, { direction: 'down' }] },
  })
})

test('a person who says another way than the file is told so', () => {
  expect(readIperf3(sample('tcp-reverse'), 'up')).toMatchObject({ ok: false, problems: [{ path: ['way'] }] })
  expect(readIperf3(sample('tcp-reverse'), 'down')).toMatchObject({ ok: true })
})

/** The events that later versions print with --json-stream, one to a line (from memory). */
const streamed = (name: string): string => {
  const { start, intervals, end } = JSON.parse(sample(name)) as {
    start: object
    intervals: object[]
    end: object
  }
  const events = [
    { event: 'start', data: start },
    ...intervals.map((data) => ({ event: 'interval', data })),
    { event: 'end', data: end },
  ]
  return `${events.map((one) => JSON.stringify(one)).join('\r\n')}\r\n`
}

test.each(['tcp-up', 'tcp-reverse', 'tcp-bidir', 'tcp-three-streams'])(
  '%s as a stream of events is the same test',
  (name) => {
    expect(readIperf3(streamed(name))).toEqual(readIperf3(sample(name)))
  },
)

test('a stream that failed or breaks off is refused in words', () => {
  expect(refusal('{"event":"start","data":{}}\n{"event":"error","data":"unable to connect"}')).toContain(
    '“unable to connect”',
  )
  expect(refusal(streamed('tcp-up').slice(0, -200))).toContain('cut off')
  expect(refusal(streamed('tcp-up').split('\n').slice(0, -2).join('\n'))).toContain(
    'Not a whole iperf3 result',
  )
})

test.each([
  ['UTF-8 with a mark', (text: string) => Buffer.from(`\uFEFF${text}`)],
  ['UTF-16 as a shell of another system saves it', (text: string) => Buffer.from(`\uFEFF${text}`, 'utf16le')],
  ['UTF-16 without a mark', (text: string) => Buffer.from(text, 'utf16le')],
  ['UTF-16 the other way round', (text: string) => Buffer.from(`\uFEFF${text}`, 'utf16le').swap16()],
])('%s is read', (_name, encoded) => {
  const text = decodedText(encoded(sample('tcp-up')))
  expect(readIperf3(text)).toEqual(readIperf3(sample('tcp-up')))
})

test('datagrams: what was lost and how evenly they came, as the file has it; one of the versions before two sums, too', () => {
  const [result] = runOf('udp').results
  expect(result).toMatchObject({
    direction: 'up',
    sentMbps: 20.05315371439028,
    receivedMbps: expect.closeTo(20.05239175626774, 9) as number,
    udp: { lost: 0, packets: 153, jitterMs: 0.006480141669629308, offeredMbps: 20 },
  })
  const old = JSON.parse(sample('udp')) as { end: Record<string, object> }
  old.end = { sum: { ...old.end.sum, lost_packets: 51, lost_percent: 33.3 } }
  const read = readIperf3(JSON.stringify(old))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  expect(read.value.results[0]!.receivedMbps).toBeCloseTo((20.05315371439028 * 2) / 3, 6)
  expect(read.value.results[0]!.udp).toMatchObject({ lost: 51, packets: 153 })
})
