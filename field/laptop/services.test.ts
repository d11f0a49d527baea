import { createSocket } from 'node:dgram'
import { once } from 'node:events'
import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { spawn } from 'node:child_process'
import { isHostName, servicesHere, serviceSeen, serviceWords } from '~/core/judge/proof'
import type { ServiceTest } from '~/core/judge/proof'
import { boatyard, withNetwork } from '~/tests/kit/yard'
import { freePort } from '~/tests/kit/freePort'
import { testWith } from '~/tests/real/programs'
import { askService } from './services'

const port = (protocol: 'tcp' | 'udp', at: number): ServiceTest => ({
  id: 'p',
  kind: 'port',
  deviceId: 'controller',
  label: 'Controller',
  ip: '127.0.0.1',
  port: at,
  protocol,
})

test('a TCP port that listens, and one that does not', async () => {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const at = (server.address() as AddressInfo).port
  expect(await askService(port('tcp', at))).toEqual({ answered: true, ip: null })
  server.close()
  await once(server, 'close')
  expect(await askService(port('tcp', at))).toEqual({ answered: false, ip: null })
})

test('a UDP port: refused is no, an answer is yes, silence proves nothing', async () => {
  const silent = createSocket('udp4').bind(0, '127.0.0.1')
  await once(silent, 'listening')
  expect((await askService(port('udp', silent.address().port))).answered).toBeNull()
  silent.on('message', (_text, { port: back, address }) => silent.send('yes', back, address))
  expect((await askService(port('udp', silent.address().port))).answered).toBe(true)
  const at = silent.address().port
  silent.close()
  expect((await askService(port('udp', at))).answered).toBe(false)
})

const testReal = testWith(['dnsmasq'])
testReal(
  'a real name server is asked for a name that it has, one that it has not, and none at all',
  async () => {
    const dns = await freePort()
    const server = spawn('dnsmasq', [
      ...[
        '--keep-in-foreground',
        '--no-resolv',
        '--no-hosts',
        '--pid-file=',
        '--conf-file=/dev/null',
        `--port=${dns}`,
      ],
      ...[
        '--listen-address=127.0.0.1',
        '--bind-interfaces',
        '--user=root',
        '--address=/quay.example/192.0.2.7',
        '--local=/example/',
      ],
    ])
    await new Promise((done) => setTimeout(done, 500))
    const ask = (name: string) => askService({ id: 'n', kind: 'name', server: '127.0.0.1', name }, { dns })
    try {
      expect(await ask('quay.example')).toEqual({ answered: true, ip: '192.0.2.7' })
      expect(await ask('nobody.example')).toEqual({ answered: false, ip: null })
    } finally {
      server.kill('SIGKILL')
      await once(server, 'exit')
    }
    expect(await ask('quay.example')).toEqual({ answered: false, ip: null })
  },
)

test.each(['-f', 'a b', '', 'quay.example\n8.8.8.8', '-x.example', `${'a'.repeat(64)}.example`, 'ä.example'])(
  'what is no host name is never asked for: %j',
  async (name) => {
    expect(isHostName(name)).toBe(false)
    await expect(askService({ id: 'n', kind: 'name', server: '127.0.0.1', name })).rejects.toThrow(
      /host name/,
    )
  },
)

describe('who is asked from a place', () => {
  const site = withNetwork(boatyard(), 'crew', {
    nameServers: ['172.27.24.1', '9.9.9.9'],
  })
  const at = 'port:switch:12'

  test('the network’s own name servers, and controllers that must be reached from there', () => {
    const tests = servicesHere(site, at, 'quay.example')
    expect(tests.flatMap((one) => (one.kind === 'name' ? [one.server] : []))).toEqual([
      '172.27.24.1',
      '9.9.9.9',
    ])
    const known = new Set(site.devices.map(({ management }) => management.ip))
    for (const one of tests) if (one.kind === 'port') expect(known).toContain(one.ip)
    expect(servicesHere(site, at, null).every(({ kind }) => kind === 'port')).toBe(true)
    expect(servicesHere(site, 'port:gone:1', 'quay.example')).toEqual([])
    // From the network of the gear itself its controller is asked; from the tills, which must not reach it, it is not.
    expect(servicesHere(site, 'port:gateway:3', null)).not.toEqual([])
    expect(servicesHere(site, 'port:switch:15', null)).toEqual([])
  })

  test('silence of a UDP port is no evidence; the rest is, in words', () => {
    const test = port('udp', 1812)
    expect(serviceSeen(test, { answered: null, ip: null }, at)).toBeNull()
    expect(serviceWords(test, { answered: null, ip: null })).toMatch(/not refused.*try a login/)
    expect(serviceSeen(test, { answered: false, ip: null }, at)).toMatchObject({ kind: 'port', open: false })
  })
})
