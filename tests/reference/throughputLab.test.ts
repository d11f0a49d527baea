import { askHost, measureThroughput } from '~/field/laptop'
import type { Run } from '~/field/laptop'
import { judge } from '~/core/judge/proof'
import type { Direction, ThroughputRun } from '~/core/judge/proof'
import { readIperf3 } from '~/schema/iperf3'
import { told } from '../real/commands'
import { noNamespaces, testWith } from '../real/programs'
import { pause, Spaces } from '../real/spaces'

/**
 * The laptop's own iperf3 and ping for real: against a server in another namespace, over a line that is held to 20 Mbit/s by the kernel's
 * token bucket (tbf), and over one that takes 40 ms each way.
 */
const testReal = testWith(['ip', 'tc', 'iperf3', 'ping', 'ethtool', 'python3'], noNamespaces)

const SERVER = '172.27.24.20'
const LINE_MBPS = 20

const spaces = new Spaces()
afterAll(() => spaces.down())

/** The laptop's programs, run inside a namespace. */
const inside =
  (space: string): Run =>
  async (program, args) => {
    const { code, out } = await told('ip', ['netns', 'exec', space, program, ...args])
    return { code, out, why: null }
  }

async function measured(
  space: string,
  server: string,
  wish: { direction: Direction; udpMbps: number | null },
): Promise<ThroughputRun> {
  const port = 5201
  const child = spaces.start(server, 'iperf3', '-s', '-1', '-p', String(port))
  await pause(500)
  const said = await measureThroughput({ ip: SERVER, port, seconds: 2, ...wish }, inside(space))
  Spaces.kill(child)
  if (!said.ok) throw new Error(said.problems[0]?.message)
  const run = readIperf3(said.value)
  if (!run.ok) throw new Error(run.problems[0]?.message)
  return run.value
}

testReal(
  'over a line of 20 Mbit/s: both ways by TCP, and by UDP what fits and what does not',
  async () => {
    // Between the two a router whose ways out are narrow: a sender that was held back itself would lose nothing.
    const [laptop, router, server] = [spaces.add('l'), spaces.add('r'), spaces.add('s')]
    spaces.cable([laptop, 'eth0', '172.27.25.77/24'], [router, 'near', '172.27.25.1/24'])
    spaces.cable([server, 'eth0', `${SERVER}/24`], [router, 'far', '172.27.24.1/24'])
    spaces.must(router, 'sysctl', '-qw', 'net.ipv4.ip_forward=1')
    spaces.must(laptop, 'ip', 'route', 'add', 'default', 'via', '172.27.25.1')
    spaces.must(server, 'ip', 'route', 'add', 'default', 'via', '172.27.24.1')
    for (const name of ['near', 'far'])
      spaces.must(
        router,
        ...['tc', 'qdisc', 'add', 'dev', name, 'root', 'tbf'],
        ...['rate', `${LINE_MBPS}mbit`, 'burst', '32kb', 'latency', '60ms'],
      )
    const runs: ThroughputRun[] = []
    for (const direction of ['up', 'down'] as const)
      runs.push(await measured(laptop, server, { direction, udpMbps: null }))
    expect(runs.map(({ server: asked }) => asked)).toEqual([SERVER, SERVER])
    const results = runs.flatMap((run) => run.results)
    expect(results.map(({ direction }) => direction)).toEqual(['up', 'down'])
    for (const { receivedMbps } of results) {
      expect(receivedMbps).toBeLessThan(LINE_MBPS)
      expect(receivedMbps).toBeGreaterThan(0.75 * LINE_MBPS)
    }
    // Held against the speed of the cable it is too low; against what the line is, as expected.
    const outcome = (linkMbps: number) =>
      judge(runs, { medium: 'wired', linkMbps, baselineMbps: null }).outcome
    expect([outcome(100), outcome(LINE_MBPS)]).toEqual(['fail', 'pass'])

    const [fits] = (await measured(laptop, server, { direction: 'up', udpMbps: 5 })).results
    expect(fits!.udp).toMatchObject({ lost: 0, offeredMbps: 5 })
    expect(fits!.receivedMbps).toBeCloseTo(5, 0)
    const [floods] = (await measured(laptop, server, { direction: 'down', udpMbps: 60 })).results
    const { lost, packets } = floods!.udp!
    expect(lost / packets).toBeGreaterThan(0.4)
    const link = { medium: 'wired' as const, linkMbps: LINE_MBPS, baselineMbps: null }
    const of = (one: typeof fits) => judge([{ ...runs[0]!, results: [one!] }], link).judgements[0]!
    expect([of(fits).verdict, of(floods).verdict]).toEqual(['asExpected', 'low'])
    expect(of(floods).says).toMatch(/% of \d+ datagrams lost/)
  },
  120_000,
)

testReal(
  'over a line that takes 40 ms each way a ping says 80 ms, and nobody at the other end is said in words',
  async () => {
    const [near, line, far] = [spaces.add('n'), spaces.add('m'), spaces.add('f')]
    spaces.cable([near, 'eth0', '172.27.24.77/24'], [line, 'left', null])
    spaces.cable([far, 'eth0', `${SERVER}/24`], [line, 'right', null])
    for (const [space, name] of [
      [near, 'eth0'],
      [far, 'eth0'],
    ] as const)
      spaces.must(space, 'ethtool', '-K', name, 'tx', 'off')
    spaces.start(line, 'python3', 'tests/real/relay.py', 'left', 'right', '40')
    await pause(1500)
    const ping = await askHost(SERVER, inside(near))
    expect(ping.answered).toBe(true)
    expect(ping.meanMs).toBeGreaterThan(79)
    expect(ping.meanMs).toBeLessThan(110)
    const nobody = await measureThroughput(
      { ip: SERVER, port: 5201, direction: 'up', seconds: 1, udpMbps: null },
      inside(near),
    )
    const read = nobody.ok ? readIperf3(nobody.value) : nobody
    expect(read.ok ? '' : read.problems[0]?.message).toMatch(/unable to connect|Connection refused/)
  },
  60_000,
)

test('what is no address never gets to iperf3, and numbers are held to what is allowed', async () => {
  const calls: (readonly string[])[] = []
  const run: Run = (_program, args) => {
    calls.push(args)
    return Promise.resolve({ code: null, out: '', why: 'tooLong' })
  }
  const wish = { port: 99_999, direction: 'down' as const, seconds: 9000, udpMbps: 1e9 }
  for (const ip of ['-s', 'host.example', '172.27.24.1\n-s', ''])
    await expect(measureThroughput({ ...wish, ip }, run)).rejects.toThrow(/not an IPv4 address/)
  expect(calls).toEqual([])
  const said = await measureThroughput({ ...wish, ip: SERVER }, run)
  expect(said.ok ? '' : said.problems[0]?.message).toMatch(/did not come to its end/)
  expect(calls[0]!.join(' ')).toBe(`-c ${SERVER} -p 65535 -J -t 20 --connect-timeout 3000 -R -u -b 10000M`)
})
