import { spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

import { dnsmasqConf, lanInterface, nftablesRuleset, UPLINK } from '~/core/formats'
import { attachmentsOf, buildFabric, placeKey } from '~/core/network/layer2'
import type { Fabric, FabricNode, Place } from '~/core/network/layer2'
import { addressServers, membersOf, possibleAddresses, twinOf } from '~/core/network/layer3'
import type { Member, Twin } from '~/core/network/layer3'
import { deviceOf, isInnerRouter, wanOf } from '~/core/plan'
import type { Device, Site } from '~/core/plan'
import { output, run } from './commands'
import { ownFiles, LEASE_SCRIPT, PING_ALL, ownAddress, ends, isRouter, isBridge, readOr } from './labParts'
import { startOpenVswitch } from './openVswitch'
import type { OpenVswitch } from './openVswitch'
import { ovsSite } from './ovsSite'
import type { OvsSite } from './ovsSite'
import { must } from './programs'

/** The world outside: the provider's side of the feed, and one address that stands for the internet. */
const PROVIDER = '203.0.113.1'
const FEED = '203.0.113.2/24'
export const INTERNET = '198.51.100.10'

interface Wishes {
  everybody: boolean
  /** Only these places have somebody. */
  only: readonly Place[] | null
  hurries: boolean
  /** How often a client asks for a lease before it has none. */
  asks: number
}

/**
 * A site brought up for real: its switches as Open vSwitch bridges in user space, its routers as network namespaces that
 * run the exported dnsmasq and nftables, its clients as namespaces with a DHCP client.
 */
export class Lab {
  private readonly folder = mkdtempSync(join(tmpdir(), 'yard-lab-'))
  private readonly prefix = `y${process.pid % 10_000}`
  private readonly spaces: string[] = []
  private readonly daemons: ChildProcess[] = []
  private readonly fabric: Fabric
  private readonly hosts = new Map<string, string>()
  private readonly leaseScript = this.file('lease.sh', LEASE_SCRIPT)
  private ovs!: OpenVswitch
  private made: OvsSite = { commands: [], bridges: [], portNames: new Map(), bridgeOf: new Map() }
  private readonly hopeless: ReadonlySet<string>
  readonly twin: Twin

  private constructor(
    readonly site: Site,
    private readonly everybody: boolean,
    private readonly hurries: boolean,
    private readonly only: readonly Place[] | null,
    private readonly asks: number,
  ) {
    this.twin = twinOf(site)
    this.hopeless = new Set(
      attachmentsOf(site)
        .filter((at) => possibleAddresses(this.twin, at).every(({ lease }) => lease === null))
        .map(({ place }) => placeKey(place)),
    )
    this.fabric = buildFabric(site)
  }

  /**
   * `everybody`: each place and each host of the plan is brought up; else one at each end of each network. `hurries`: false: the
   * planned address servers answer late, so that whoever else is there is first.
   */
  static async of(
    site: Site,
    { everybody = false, hurries = true, only = null, asks = 3 }: Partial<Wishes> = {},
  ): Promise<Lab> {
    const lab = new Lab(site, everybody, hurries, only, asks)
    try {
      await lab.up()
    } catch (error) {
      await lab.down()
      throw error
    }
    return lab
  }

  private async up(): Promise<void> {
    this.ovs = await startOpenVswitch({ dummy: false })
    this.made = ovsSite(this.site, 'netdev', isBridge, this.prefix)
    this.outside()
    const routers = this.site.devices.filter(isRouter)
    for (const router of routers) this.router(router)
    for (const place of this.hostPlaces()) this.host(place)
    this.ovs.configure(this.usable())
    // The gateway first: an inner router is a client of its networks.
    for (const router of routers.sort((a, b) => Number(isInnerRouter(a)) - Number(isInnerRouter(b))))
      await this.service(router)
    await this.strays()
    await Promise.all([...this.hosts].map(([key, space]) => this.address(key, space)))
  }

  /** Ports that lead to nothing in this lab have no interface, and Open vSwitch would complain of them. */
  private usable(): string[][] {
    const plugged = new Set([...this.plugged])
    return this.made.commands.filter(
      ([command, , name]) => command !== 'add-port' || plugged.has(name ?? '') || this.isPatch(name ?? ''),
    )
  }

  private isPatch = (name: string): boolean =>
    this.made.commands.some(
      ([command, , target, kind]) => command === 'set' && target === name && kind === 'type=patch',
    )

  private readonly plugged: string[] = []

  private space(name: string): string {
    const space = `${this.prefix}${name}`
    must('ip', ['netns', 'add', space])
    this.spaces.push(space)
    mkdirSync(ownFiles(space), { recursive: true })
    writeFileSync(join(ownFiles(space), 'resolv.conf'), '')
    must('ip', ['-n', space, 'link', 'set', 'lo', 'up'])
    return space
  }

  /** A cable from an interface in a namespace to a port of the switches. */
  private plug(space: string, name: string, port: string, mac?: string | null): void {
    must('ip', ['link', 'add', port, 'type', 'veth', 'peer', 'name', name, 'netns', space])
    must('ip', ['link', 'set', port, 'up'])
    this.ready(space, name, mac)
    this.plugged.push(port)
  }

  /** User-space switching sees packets before the kernel would fill in their checksums. */
  private ready(space: string, name: string, mac?: string | null): void {
    if (mac) must('ip', ['-n', space, 'link', 'set', 'dev', name, 'address', mac])
    must('ip', ['-n', space, 'link', 'set', 'dev', name, 'up'])
    must('ip', ['netns', 'exec', space, 'ethtool', '-K', name, 'tx', 'off'])
  }

  private outside(): void {
    const space = this.space('net')
    must('ip', ['-n', space, 'addr', 'add', `${INTERNET}/32`, 'dev', 'lo'])
  }

  private router(device: Device): void {
    const space = this.space(`r${this.spaces.length}`)
    this.hosts.delete(device.id)
    this.routerSpace.set(device.id, space)
    must('ip', ['netns', 'exec', space, 'sysctl', '-qw', 'net.ipv4.ip_forward=1'])
    for (const network of this.site.networks.filter(({ routedBy }) => routedBy === device.id)) {
      const port = this.made.portNames.get(placeKey({ deviceId: device.id, key: `self:${network.vlanId}` }))
      if (!port) continue
      const name = lanInterface(network.vlanId)
      this.plug(space, name, port)
      must('ip', ['-n', space, 'addr', 'add', ownAddress(network), 'dev', name])
    }
    this.uplink(device, space)
  }

  private readonly routerSpace = new Map<string, string>()

  private uplink(device: Device, space: string): void {
    const socket = this.fabric.nodes.get(device.id)?.ports.get(`port:${wanOf(device)?.port ?? 0}`)
    const far = socket?.peer && deviceOf(this.site, socket.peer.deviceId)
    if (!socket?.peer || !far) return
    if (far.kind !== 'modem') {
      const port = this.made.portNames.get(placeKey(socket.peer))
      if (port) this.plug(space, UPLINK, port)
      return
    }
    const net = `${this.prefix}net`
    must('ip', ['-n', net, 'link', 'add', 'to-site', 'type', 'veth', 'peer', 'name', UPLINK, 'netns', space])
    must('ip', ['-n', net, 'link', 'set', 'dev', 'to-site', 'up'])
    must('ip', ['-n', net, 'addr', 'add', `${PROVIDER}/24`, 'dev', 'to-site'])
    this.ready(space, UPLINK)
    must('ip', ['-n', space, 'addr', 'add', FEED, 'dev', UPLINK])
    must('ip', ['-n', space, 'route', 'add', 'default', 'via', PROVIDER])
  }

  /** The exported files of a router, run as they are. */
  private async service(device: Device): Promise<void> {
    const space = this.routerSpace.get(device.id)
    if (!space) return
    const rules = this.file(`${device.id}.nft`, nftablesRuleset(this.site, device))
    must('ip', ['netns', 'exec', space, 'nft', '-f', rules])
    if (isInnerRouter(device)) await this.lease(space, UPLINK, 4)
    await this.dnsmasq(
      space,
      device.id,
      `${dnsmasqConf(this.site, device)}${this.hurries ? '' : 'dhcp-reply-delay=2\n'}`,
    )
  }

  /** Starts an address server and waits until it listens. */
  private async dnsmasq(space: string, id: string, conf: string): Promise<void> {
    const file = this.file(`${id}.conf`, conf)
    this.daemons.push(
      spawn(
        'ip',
        [
          ...['netns', 'exec', space, 'dnsmasq', '--keep-in-foreground', `--conf-file=${file}`, '--no-ping'],
          ...['--user=root', '--group=root', '--pid-file=', '--no-resolv', '--no-hosts', '--log-dhcp'],
          `--dhcp-leasefile=${join(this.folder, `${id}.leases`)}`,
          `--log-facility=${this.logOf(id)}`,
        ],
        { stdio: 'ignore' },
      ),
    )
    for (let tries = 0; tries < 200; tries++) {
      if (readOr(this.logOf(id), '').includes('started')) return
      await new Promise((done) => setTimeout(done, 50))
    }
    throw new Error(`the address server of ${id} did not start`)
  }

  private logOf = (id: string): string => join(this.folder, `${id}.log`)

  private file(name: string, text: string): string {
    const path = join(this.folder, name)
    writeFileSync(path, text, { mode: 0o755 })
    return path
  }

  /** Address servers that somebody left on, at the host that has them. */
  private async strays(): Promise<void> {
    for (const server of addressServers(this.twin).filter(({ network }) => network === null)) {
      const space = this.hosts.get(placeKey(server.place))
      if (!space) continue
      const option = server.gateway
        ? `dhcp-option=option:router,${server.gateway}\n`
        : 'dhcp-option=option:router\n'
      await this.dnsmasq(
        space,
        server.deviceId,
        `port=0\ndhcp-range=${server.start},${server.end},12h\n${option}`,
      )
    }
  }

  /** Every place that the twin asks from or to. */
  private hostPlaces(): readonly Place[] {
    if (this.only) return this.only
    const places = new Map<string, Place>()
    const add = (place: Place | undefined) => place && places.set(placeKey(place), place)
    for (const place of this.sources().map((attachment) => attachment.place)) add(place)
    for (const { host } of this.site.networks.flatMap(({ id }) => this.members(id))) add(host.place)
    for (const { id, kind } of this.site.devices)
      if (kind === 'controller' || kind === 'station') add({ deviceId: id, key: 'self' })
    return [...places.values()]
  }

  /** Places to ask from: all, or the first and the last of each network. */
  sources() {
    return this.site.networks.flatMap((network) => {
      const mine = attachmentsOf(this.site).filter(({ networkId }) => networkId === network.id)
      return this.everybody ? mine : ends(mine)
    })
  }

  /** Hosts of a network to ask for: all, or one at each end of the list; each place once. */
  members(networkId: string): Member[] {
    const network = this.site.networks.find(({ id }) => id === networkId)
    const all = network ? membersOf(this.twin, network) : []
    const once = [...new Map(all.map((member) => [placeKey(member.host.place), member])).values()]
    return this.everybody ? once : ends(once)
  }

  private host(place: Place): void {
    const node = this.fabric.nodes.get(place.deviceId)
    const port = this.portFor(place, node)
    if (!port || this.plugged.includes(port)) return
    const space = this.space(`h${this.spaces.length}`)
    this.hosts.set(placeKey(place), space)
    const device = place.key.startsWith('self') ? node?.device : undefined
    this.plug(space, 'eth0', port, device?.mac)
    if (device?.management.addressing === 'fixed') this.typeIn(space, device)
  }

  /** A client is plugged in where it stands; a host's cable ends in a port of the switches. */
  private portFor(place: Place, node: FabricNode | undefined): string | undefined {
    if (node?.behaviour !== 'host') return this.made.portNames.get(placeKey(place))
    const peer = [...node.ports.values()].find((port) => port.peer)?.peer
    return peer ? this.made.portNames.get(placeKey(peer)) : undefined
  }

  private typeIn(space: string, { management: { ip, prefixLength, gateway } }: Device): void {
    if (!ip) return
    must('ip', ['-n', space, 'addr', 'add', `${ip}/${prefixLength ?? 24}`, 'dev', 'eth0'])
    if (gateway) must('ip', ['-n', space, 'route', 'add', 'default', 'via', gateway])
    this.addresses.set(space, ip)
  }

  private readonly addresses = new Map<string, string>()

  /** Who has nobody to give it an address, as the twin has it, asks once: the others again. */
  private async address(key: string, space: string): Promise<void> {
    if (this.addresses.has(space)) return
    await this.lease(space, 'eth0', this.hopeless.has(key) ? 1 : this.asks)
  }

  /**
   * A real DHCP client takes a lease; no answer leaves the host without an address. A busy machine may lose a question, so
   * who got nothing asks again; a router more often, since everybody behind it needs the answer.
   */
  private async lease(space: string, name: string, times: number): Promise<void> {
    for (let asked = 0; asked < times; asked++) {
      const ip = await this.asked(space, name)
      if (ip === null) continue
      this.addresses.set(space, ip)
      return
    }
  }

  private async asked(space: string, name: string): Promise<string | null> {
    const told = join(this.folder, `${space}-${name}`)
    await run(
      'ip',
      [
        ...['netns', 'exec', space, 'env', `TOLD=${told}`, `SERVERS=${join(ownFiles(space), 'resolv.conf')}`],
        ...['udhcpc', '-f', '-n', '-q', '-t', '4', '-T', '1', '-i', name, '-s', this.leaseScript],
      ],
      true,
    )
    return readOr(told, '').trim() || null
  }

  spaceAt = (place: Place): string | undefined => this.hosts.get(placeKey(place))
  addressAt = (place: Place): string | null => this.addresses.get(this.spaceAt(place) ?? '') ?? null

  /** Whether a ping sent from a place to an address is answered. */
  async pings(from: Place, ip: string | null): Promise<boolean> {
    const space = this.spaceAt(from)
    if (!space || ip === null || !this.addresses.has(space)) return false
    return run('ip', ['netns', 'exec', space, 'ping', '-q', '-c', '2', '-i', '0.3', '-W', '1', ip], true)
  }

  /** A busy machine may have lost the client's questions: who has no address asks once more. */
  async askAgain(place: Place): Promise<void> {
    const space = this.spaceAt(place)
    if (space && !this.addresses.has(space)) await this.lease(space, 'eth0', this.asks)
  }

  /** Of these addresses those that answer a ping sent from a place; all are asked at once. */
  async answering(from: Place, ips: readonly string[]): Promise<ReadonlySet<string>> {
    const space = this.spaceAt(from)
    if (!space || !this.addresses.has(space) || ips.length === 0) return new Set()
    const said = await output('ip', ['netns', 'exec', space, 'sh', '-c', PING_ALL, 'sh', ...ips])
    return new Set(said.split('\n').filter((line) => line !== ''))
  }

  /** The devices whose address server made an offer to the client at a place. */
  offersTo(place: Place): string[] {
    const space = this.spaceAt(place)
    const mac = space ? must('ip', ['netns', 'exec', space, 'cat', '/sys/class/net/eth0/address']).trim() : ''
    const servers = [...new Set(addressServers(this.twin).map(({ deviceId }) => deviceId))]
    return servers.filter((id) =>
      readOr(this.logOf(id), '')
        .split('\n')
        .some((entry) => entry.includes('DHCPOFFER') && entry.includes(mac)),
    )
  }

  async down(): Promise<void> {
    for (const daemon of this.daemons) daemon.kill('SIGTERM')
    await this.ovs?.stop()
    for (const space of this.spaces) {
      await run('ip', ['netns', 'del', space], true)
      rmSync(ownFiles(space), { recursive: true, force: true })
    }
    for (const name of [...this.plugged, ...this.made.bridges]) await run('ip', ['link', 'del', name], true)
    rmSync(this.folder, { recursive: true, force: true })
  }
}
