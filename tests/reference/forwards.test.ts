import { lanInterface, nftablesRuleset, UPLINK } from '~/core/formats'
import { outsideTunnel } from '~/core/network/discovery'
import { twinOf } from '~/core/network/layer3'
import { NEW_REMOTE } from '~/core/plan'
import type { Forward, Site } from '~/core/plan'
import { FileFolder } from '../kit/fileFolder'
import { withDevice, withPart, yard } from '../kit/yard'
import { noNamespaces, testWith } from '../real/programs'
import { pause, Spaces } from '../real/spaces'

/**
 * The exported ruleset of the gateway in a namespace of its own, a controller inside, somebody outside: what the twin says of a
 * tunnel against UDP that is sent to the feed's address. Ports: RFC 5415 section 14.
 */
const testReal = testWith(['ip', 'nft', process.execPath], noNamespaces)

const PUBLIC = '203.0.113.2'
const CONTROLLER = '172.27.12.3'

const site = (
  forwards: Omit<Forward, 'id' | 'routerId' | 'toDeviceId'>[],
  toDeviceId = 'controller',
): Site => {
  const away = withDevice(yard(), 'ap-shop', {
    remote: { ...NEW_REMOTE, latencyMs: 40 },
    adoption: { controllerId: 'controller', pointer: PUBLIC },
  })
  return {
    ...withPart(away, 'controller', 'controller', { publicIp: PUBLIC }),
    forwards: forwards.map((one, i) => ({ id: `f${i}`, routerId: 'gateway', toDeviceId, ...one })),
  }
}

const ECHO = (port: number) =>
  `const s=require('dgram').createSocket('udp4');s.on('message',(m,r)=>s.send(m,r.port,r.address));s.bind(${port},'${CONTROLLER}')`
const ASK = (port: number, ip: string) =>
  `const s=require('dgram').createSocket('udp4');s.on('message',(m,r)=>{console.log(r.address);process.exit(0)});s.send('x',${port},'${ip}');setTimeout(()=>process.exit(1),700)`

/** Which tunnel ports answer from outside, and from which address. */
async function answers(plan: Site): Promise<{ port: number; from: string | null }[]> {
  const spaces = new Spaces()
  const files = new FileFolder()
  try {
    const [outside, gateway, inside] = ['o', 'g', 'i'].map((name) => spaces.add(name)) as [
      string,
      string,
      string,
    ]
    const lan = lanInterface(12)
    spaces.cable([outside, 'eth0', '203.0.113.1/24'], [gateway, UPLINK, `${PUBLIC}/24`])
    spaces.cable([inside, 'eth0', `${CONTROLLER}/24`], [gateway, lan, '172.27.12.1/24'])
    spaces.must(inside, 'ip', 'route', 'add', 'default', 'via', '172.27.12.1')
    spaces.must(gateway, 'sysctl', '-qw', 'net.ipv4.ip_forward=1')
    const router = plan.devices.find(({ id }) => id === 'gateway')!
    spaces.must(gateway, 'nft', '-f', files.put('rules.nft', nftablesRuleset(plan, router)))
    for (const port of [5246, 5247, 5248]) spaces.start(inside, process.execPath, '-e', ECHO(port))
    await pause(600)
    return [5246, 5247, 5248].map((port) => {
      const { ok, out } = spaces.try(outside, process.execPath, '-e', ASK(port, PUBLIC))
      return { port, from: ok ? out.trim() : null }
    })
  } finally {
    spaces.down()
    files.remove()
  }
}

const tunnel = (plan: Site) => {
  const [device, controller] = ['ap-shop', 'controller'].map((id) =>
    plan.devices.find((one) => one.id === id)!,
  )
  return outsideTunnel(twinOf(plan), device!, controller!).ok
}

const UDP = (port: number) => ({ protocol: 'udp' as const, port })

testReal(
  'both ports handed in: they answer from the feed’s address, a third does not, and the twin says the tunnel stands',
  async () => {
    const plan = site([UDP(5246), UDP(5247)])
    expect(await answers(plan)).toEqual([
      { port: 5246, from: PUBLIC },
      { port: 5247, from: PUBLIC },
      { port: 5248, from: null },
    ])
    expect(tunnel(plan)).toBe(true)
  },
  30_000,
)

testReal.each<[string, Site]>([
  ['one port only', site([UDP(5246)])],
  ['by TCP', site([5246, 5247].map((port) => ({ protocol: 'tcp' as const, port })))],
  ['none', site([])],
])(
  '%s: not both answer, and the twin says that the tunnel does not stand',
  async (_name, plan) => {
    const both = (await answers(plan)).filter(({ port, from }) => port !== 5248 && from !== null)
    expect([both.length === 2, tunnel(plan)]).toEqual([false, false])
  },
  30_000,
)

testReal(
  'the staging trap for real: from inside nothing comes back from the public address, and from the controller’s own it does',
  async () => {
    const plan = site([UDP(5246), UDP(5247)])
    const spaces = new Spaces()
    const files = new FileFolder()
    try {
      const [gateway, inside, neighbour] = ['g', 'i', 'n'].map((name) => spaces.add(name)) as [
        string,
        string,
        string,
      ]
      const bridge = lanInterface(12)
      must12(spaces, gateway, bridge)
      spaces.cable([gateway, 'toI', null], [inside, 'eth0', `${CONTROLLER}/24`])
      spaces.cable([gateway, 'toN', null], [neighbour, 'eth0', '172.27.12.101/24'])
      for (const port of ['toI', 'toN']) spaces.must(gateway, 'ip', 'link', 'set', port, 'master', bridge)
      for (const space of [inside, neighbour])
        spaces.must(space, 'ip', 'route', 'add', 'default', 'via', '172.27.12.1')
      spaces.must(gateway, 'sysctl', '-qw', 'net.ipv4.ip_forward=1')
      const router = plan.devices.find(({ id }) => id === 'gateway')!
      spaces.must(gateway, 'nft', '-f', files.put('rules.nft', nftablesRuleset(plan, router)))
      spaces.start(inside, process.execPath, '-e', ECHO(5246))
      await pause(500)
      const asked = (ip: string) => spaces.try(neighbour, process.execPath, '-e', ASK(5246, ip)).ok
      expect([asked(CONTROLLER), asked(PUBLIC)]).toEqual([true, false])
    } finally {
      spaces.down()
      files.remove()
    }
  },
  30_000,
)

/** The gateway's network inside as a bridge, so that two can be plugged in, and its feed beside it. */
function must12(spaces: Spaces, gateway: string, bridge: string): void {
  spaces.must(gateway, 'ip', 'link', 'add', bridge, 'type', 'bridge')
  spaces.must(gateway, 'ip', 'addr', 'add', '172.27.12.1/24', 'dev', bridge)
  spaces.must(gateway, 'ip', 'link', 'set', bridge, 'up')
  spaces.must(gateway, 'ip', 'link', 'add', UPLINK, 'type', 'veth', 'peer', 'name', 'far')
  spaces.must(gateway, 'ip', 'addr', 'add', `${PUBLIC}/24`, 'dev', UPLINK)
  for (const name of [UPLINK, 'far']) spaces.must(gateway, 'ip', 'link', 'set', name, 'up')
}
