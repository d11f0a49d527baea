import type { Site } from '~/core/plan'

/**
 * A second model of wired gear, written for tests from IEEE 802.1Q-2022 (clauses 6.9, 8.6, 8.8), RFC 826, RFC 1122 section 3.3.1,
 * RFC 1812 section 5.2 and RFC 2131. It shares nothing with the program but the values of a plan and of a runbook's steps.
 */
export interface Port {
  native: number | null
  tagged: number[]
}
export interface Interface {
  networkId: string
  vlan: number
  subnet: string
  ip: string | null
}
export interface Gear {
  id: string
  /** Whether it sorts frames by VLAN; a host has one port and no table. */
  isBridge: boolean
  ports: Map<number, Port>
  management: {
    dhcp: boolean
    ip: string | null
    prefix: number
    gateway: string | null
    vlan: number | null
  }
  interfaces: Map<string, Interface>
  /** Networks that it hands addresses out in, by id; false: it does not. */
  serves: Map<string, boolean>
}
export interface Cable {
  a: { deviceId: string; port: number }
  b: { deviceId: string; port: number }
}
export interface Plant {
  gear: Map<string, Gear>
  cables: Map<string, Cable>
  drops: { from: string; to: string }[]
}

export function plantOf(site: Site): Plant {
  const vlanOf = (id: string | null) => site.networks.find((network) => network.id === id)?.vlanId ?? null
  const gear = site.devices.map((device): Gear => {
    const isBridge = device.kind === 'switch' || device.kind === 'gateway'
    const { addressing, ip, prefixLength, gateway, networkId } = device.management
    const mine = site.networks.filter(({ routedBy }) => routedBy === device.id)
    return {
      id: device.id,
      isBridge,
      ports: new Map(
        device.ports.map((port) => [
          port.number,
          { native: port.nativeVlan, tagged: port.mode === 'access' ? [] : [...port.taggedVlans] },
        ]),
      ),
      management: {
        dhcp: addressing === 'dhcp',
        ip: addressing === 'fixed' ? ip : null,
        prefix: prefixLength ?? 24,
        gateway,
        vlan: isBridge ? vlanOf(networkId) : null,
      },
      interfaces: new Map(
        mine.map(({ id, vlanId, subnet, gateway: own }) => [
          id,
          { networkId: id, vlan: vlanId, subnet, ip: own },
        ]),
      ),
      serves: new Map(
        site.networks.filter(({ servedBy }) => servedBy === device.id).map(({ id }) => [id, true]),
      ),
    }
  })
  return {
    gear: new Map(gear.map((one) => [one.id, one])),
    cables: new Map(site.links.map(({ id, a, b }) => [id, { a, b }])),
    drops: site.rules.flatMap(({ action, fromNetworkId, to, enabled }) =>
      enabled && action === 'drop' && fromNetworkId !== null && typeof to === 'object' && 'networkId' in to
        ? [{ from: fromNetworkId, to: to.networkId }]
        : [],
    ),
  }
}

interface SetLike {
  id: string
  deviceId: string
  from: unknown
  to: unknown
}
interface Networked {
  networks?: { id: string; vlanId: number; subnet: string }[]
}

/** Sets one thing of a step's list, by its values alone. */
export function applySet(plant: Plant, { id, deviceId, from, to }: SetLike): void {
  if (id.startsWith('cable/')) {
    const key = id.replace(/^cable\//, '').replace(/\/out$/, '')
    if (to === null) plant.cables.delete(key)
    else plant.cables.set(key, to as Cable)
    return
  }
  const gear = plant.gear.get(deviceId)
  if (!gear) throw new Error(`no ${deviceId}`)
  const unit = id.slice(deviceId.length + 1)
  const [kind = '', rest = ''] = unit.split(':')
  const key = rest.replace(/\/(add|remove)$/, '')
  if (kind === 'native') portOf(gear, Number(key)).native = to as number | null
  else if (kind === 'vlans') {
    const { mode, taggedVlans } = to as { mode: string; taggedVlans: number[] }
    portOf(gear, Number(key)).tagged = mode === 'access' ? [] : taggedVlans
  } else if (kind === 'address' || kind === 'address/temp') setAddress(gear, to as Address)
  else if (kind === 'interface')
    setInterface(gear, key, rest, from, to as (Networked & { gateway: string | null }) | null)
  else if (kind === 'service') gear.serves.set(key, to !== null || rest.endsWith('/remove'))
  else throw new Error(`the second model does not know ${id}`)
}

interface Address extends Networked {
  addressing: string
  ip: string | null
  prefixLength: number | null
  gateway: string | null
}

function setAddress(gear: Gear, { addressing, ip, prefixLength, gateway, networks }: Address): void {
  gear.management = {
    dhcp: addressing === 'dhcp',
    ip: addressing === 'fixed' ? ip : null,
    prefix: prefixLength ?? 24,
    gateway,
    vlan: gear.isBridge ? (networks?.[0]?.vlanId ?? null) : null,
  }
}

/** While old and new stand side by side, the old one is kept by the network's id with a mark. */
function setInterface(
  gear: Gear,
  id: string,
  rest: string,
  _from: unknown,
  to: (Networked & { gateway: string | null }) | null,
): void {
  const network = to?.networks?.[0]
  const next = network && { networkId: id, vlan: network.vlanId, subnet: network.subnet, ip: to.gateway }
  if (rest.endsWith('/add') && next) {
    const old = gear.interfaces.get(id)
    if (old) gear.interfaces.set(`${id} old`, old)
    gear.interfaces.set(id, next)
  } else if (rest.endsWith('/remove')) gear.interfaces.delete(`${id} old`)
  else if (next) gear.interfaces.set(id, next)
  else gear.interfaces.delete(id)
}

function portOf(gear: Gear, number: number): Port {
  const port = gear.ports.get(number)
  if (!port) throw new Error(`no port ${number} at ${gear.id}`)
  return port
}

const parts = (ip: string): number => ip.split('.').reduce((sum, part) => sum * 256 + Number(part), 0)
const maskOf = (prefix: number): number => 2 ** (32 - prefix)
export const sameNet = (a: string, b: string, prefix: number): boolean =>
  Math.floor(parts(a) / maskOf(prefix)) === Math.floor(parts(b) / maskOf(prefix))
export const inSubnet = (ip: string, subnet: string): boolean => {
  const [base = '', length = '24'] = subnet.split('/')
  return sameNet(ip, base, Number(length))
}

/** Where a frame is: out of a port of a device, or at a device's own ear in a VLAN. */
export type Ear = string
const ear = (deviceId: string, vlan: number | null): Ear => `${deviceId} ${vlan ?? 'host'}`

/** Everything that hears a broadcast that is sent untagged into a port, or by a device's own interface. 802.1Q 8.6.1 to 8.6.4. */
export function heardFrom(
  plant: Plant,
  start: { deviceId: string; port: number } | { deviceId: string; vlan: number | null },
): { ears: Set<Ear>; sockets: Set<string> } {
  const ears = new Set<Ear>()
  const sockets = new Set<string>()
  const seen = new Set<string>()
  const far = new Map<string, { deviceId: string; port: number }>()
  for (const { a, b } of plant.cables.values()) {
    far.set(`${a.deviceId} ${a.port}`, b)
    far.set(`${b.deviceId} ${b.port}`, a)
  }
  const inside = (gear: Gear, vlan: number, inPort: number | null): void => {
    const key = `${gear.id} ${vlan}`
    if (seen.has(key)) return
    seen.add(key)
    if (inPort !== null || 'vlan' in start) ears.add(ear(gear.id, vlan))
    for (const [number, port] of gear.ports) {
      if (number === inPort) continue
      const tag = port.native === vlan ? null : port.tagged.includes(vlan) ? vlan : undefined
      if (tag === undefined) continue
      const next = far.get(`${gear.id} ${number}`)
      if (next) arrive(next, tag)
      else if (tag === null) sockets.add(`${gear.id} ${number}`)
    }
  }
  const arrive = ({ deviceId, port }: { deviceId: string; port: number }, tag: number | null): void => {
    const gear = plant.gear.get(deviceId)
    if (!gear) return
    if (!gear.isBridge) {
      if (tag === null) ears.add(ear(deviceId, null))
      return
    }
    const { native, tagged } = portOf(gear, port)
    const vlan = tag === null ? native : tagged.includes(tag) || tag === native ? tag : null
    if (vlan !== null) inside(gear, vlan, port)
  }
  const gear = plant.gear.get(start.deviceId)
  if (gear && 'port' in start) arrive(start, null)
  else if (gear && 'vlan' in start) {
    if (gear.isBridge && start.vlan !== null) inside(gear, start.vlan, null)
    else
      for (const [number] of gear.ports) {
        const next = far.get(`${gear.id} ${number}`)
        if (next) arrive(next, null)
      }
  }
  return { ears, sockets }
}
