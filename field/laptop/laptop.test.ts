import { boatyard } from '~/tests/kit/yard'
import { isIp } from '~/core/network/addressing'
import { testsHere } from '~/core/judge/proof'
import { askAll, askHost, interfaceMeant, readHere, runHere } from '.'
import type { Run, Said } from '.'

const ANSWERED = '3 packets transmitted, 3 received, 0% packet loss\nrtt min/avg/max/mdev = 1/2/3/0 ms\n'
const said = (out: string, code: number | null = 0, why: Said['why'] = null): Said => ({ code, out, why })

/** A stand-in for the laptop's programs that writes down what they were asked. */
function recording(answer: (program: string, args: readonly string[]) => Said) {
  const calls: string[][] = []
  const run: Run = (program, args) => {
    calls.push([program, ...args])
    return Promise.resolve(answer(program, args))
  }
  return { calls, run }
}

test('nothing is asked but addresses of the plan’s devices, helpers in its subnets, and the one outside', async () => {
  const site = boatyard()
  const { calls, run } = recording(() => said(ANSWERED))
  const wishes = { outside: '198.51.100.10', helpers: [{ networkId: 'tills', ip: '172.27.36.20' }] }
  const known = new Set([
    ...site.devices.map(({ management }) => management.ip),
    ...site.networks.map(({ gateway }) => gateway),
    ...['198.51.100.10', '172.27.36.20'],
  ])
  for (const at of ['port:switch:12', 'port:switch:15', 'port:gateway:3', 'port:sw-shed:7']) {
    const tests = testsHere(site, at, wishes)
    if (!tests.ok) throw new Error(tests.problems[0]?.message)
    await askAll(tests.value.tests, run)
  }
  expect(calls.length).toBeGreaterThan(10)
  for (const call of calls) {
    expect(call.slice(0, -1)).toEqual(['ping', '-n', '-c', '3', '-i', '0.2', '-W', '1'])
    expect([known.has(call.at(-1)!), isIp(call.at(-1)!)]).toEqual([true, true])
  }
})

test.each(['-f', '--help', 'host.example', '172.27.24.1\n-f', '172.27.24.1; reboot', '', '0172.27.24.1'])(
  'what is no IPv4 address never gets to a program: %j',
  async (ip) => {
    const { calls, run } = recording(() => said(ANSWERED))
    await expect(askHost(ip, run)).rejects.toThrow(/not an IPv4 address/)
    expect(calls).toEqual([])
  },
)

test.each(['-f', 'tills', '8.8.8.8', '172.27.24.77'])('a helper outside its network is refused: %s', (ip) => {
  const tests = testsHere(boatyard(), 'port:switch:12', {
    outside: null,
    helpers: [{ networkId: 'tills', ip }],
  })
  expect(tests.ok ? null : tests.problems[0]).toMatchObject({ path: ['helpers'] })
  const outside = testsHere(boatyard(), 'port:switch:12', { outside: '-f', helpers: [] })
  expect(outside.ok ? null : outside.problems[0]).toMatchObject({ path: ['outside'] })
})

test('why it was not answered, in words', async () => {
  const why = async (one: Said) => (await askHost('172.27.24.1', () => Promise.resolve(one))).why
  expect(await why(said('', null, 'missing'))).toMatch(/no “ping”/)
  expect(await why(said('', null, 'tooLong'))).toMatch(/did not come to its end/)
  expect(await why(said('ping: connect: Network is unreachable', 2))).toMatch(/no route/)
  expect(
    await why(
      said('From 1.2.3.4 icmp_seq=1 Packet filtered\n3 packets transmitted, 0 received, 100% packet loss', 1),
    ),
  ).toBe('Refused on the way: Packet filtered.')
})

test('cancelled: the running program is ended, and no other is begun', async () => {
  const stop = new AbortController()
  const tests = Array.from({ length: 9 }, (_one, i) => ({ ip: `127.0.0.${i + 1}` }))
  const asked: string[] = []
  const run: Run = (_program, args) => {
    asked.push(args.at(-1)!)
    stop.abort()
    return Promise.resolve(said('', null, 'cancelled'))
  }
  const results = await askAll(tests, run, stop.signal)
  expect([asked.length, results.length, results[0]?.why]).toEqual([4, 4, 'Cancelled.'])
})

test('three interfaces: which is meant has to be said, and a name that there is none of is refused', () => {
  const all = ['en1', 'wl0', 'docker0'].map((name) => ({ name, isUp: true, ip: null, prefixLength: null }))
  const says = (named: string | null) => {
    const meant = interfaceMeant(all, named)
    return meant.ok ? meant.value.name : meant.problems[0]?.message
  }
  expect(says(null)).toMatch(/Several interfaces are up: en1, wl0, docker0/)
  expect(says('wl0')).toBe('wl0')
  expect(says('../etc')).toMatch(/“..\/etc” is no interface of this machine. It has: en1, wl0, docker0/)
  expect(interfaceMeant([], null).ok).toBe(false)
})

test('a machine without these programs says so, and one whose cable is out is read all the same', async () => {
  const none = await readHere(null, () => Promise.resolve(said('', null, 'missing')))
  expect(none.ok ? null : none.problems[0]?.message).toMatch(/no “ip”/)
  const { run } = recording((program, args) =>
    program === 'ip' && args.includes('addr')
      ? said(JSON.stringify([{ ifname: 'en1', flags: ['BROADCAST'] }]))
      : said('', null, 'missing'),
  )
  expect(await readHere(null, run)).toMatchObject({
    ok: true,
    value: { interfaceName: 'en1', isUp: false, ip: null, gateway: null, neighbour: null, radio: null },
  })
})

test('for real: this machine’s own loopback answers, and a program that is not there is missing', async () => {
  expect(await askHost('127.0.0.1')).toMatchObject({ answered: true, why: null })
  const missing = await runHere('lldpcli', ['-v'])
  expect(['missing', null]).toContain(missing.why)
})
