import {
  contains,
  inPool,
  ipText,
  networkAround,
  subnetAround,
  subnetOrNull,
  takenAddresses,
} from '../addressing'
import type { Subnet } from '../addressing'
import { interfaceIn } from '../layer2'
import type { Attachment, Place } from '../layer2'
import { addressesOfRouter, hearEachOther, hostOfDevice, possibleAddresses } from '../layer3'
import type { Host, Lease, Twin } from '../layer3'
import { deviceOf } from '../../plan'
import type { Device, Id, Ip, Pool, Site } from '../../plan'
import { perSite } from '../../lib/perSite'
import { talkTo } from './talk'

/** How the laptop gets its address in a socket. `gateway`: only where the way is by a router; all null by DHCP. */
export interface LaptopSetting {
  addressing: 'dhcp' | 'fixed'
  address: Ip | null
  prefixLength: number | null
  gateway: Ip | null
}

/** At which address a device's page opens, and what the laptop needs for it; or why it does not open. */
export type PageWay = { ok: true; address: Ip; laptop: LaptopSetting } | { ok: false; why: string }

const no = (why: string): PageWay => ({ ok: false, why })

export const BY_DHCP: LaptopSetting = { addressing: 'dhcp', address: null, prefixLength: null, gateway: null }

/**
 * Whether a device's page opens from a laptop in a socket. The laptop is a host there as any other: frames have to get to the page and
 * back in the socket's VLAN, at the device that it is plugged into, too (RFC 1122 section 3.3.1). Three ways are tried, in this order: an
 * address of its own in the page's subnet; one by DHCP, whichever server answers; an address of its own in the socket's network, with its
 * router as the gateway. A router's page opens at any of its addresses (RFC 1812 section 5.2.3). `plans`: whose addresses the laptop must
 * keep off besides those of the twin.
 */
export function pageFrom(twin: Twin, at: Place, deviceId: Id, plans: readonly Site[] = []): PageWay {
  const device = deviceOf(twin.site, deviceId)
  if (!device) return no('The device is not there.')
  const hosts = pageHosts(twin, device)
  if (hosts.length === 0)
    return no(`${device.name} has no address, so its page can’t be opened over the network.`)
  const free = freeAddresses(twin.site, plans)
  let why: string | null = null
  for (const way of [besideIt, leased, behindRouter])
    for (const host of hosts) {
      const found = way(twin, at, host, free)
      if (found.ok) return found
      if (way === leased) why ??= found.why
    }
  return no(why ?? 'No frame gets there.')
}

/** The addresses at which a device has a page, its management first. */
const pageHosts = (twin: Twin, device: Device): Host[] => {
  const own = hostOfDevice(twin, device)
  const others = addressesOfRouter(twin, device.id).filter(({ lease }) => lease.ip !== own?.lease.ip)
  return [...(own ? [own] : []), ...others]
}

/** An address for the laptop in a subnet that nobody has and no pool hands out; null: there is none. */
type Free = (subnet: Subnet) => Ip | null

interface Held {
  taken: ReadonlySet<Ip>
  pools: readonly Pool[]
}

const heldIn = perSite((site: Site, _all: 'all'): Held => ({
  taken: takenAddresses(site),
  pools: [
    ...site.networks.flatMap(({ pool }) => pool ?? []),
    ...site.devices.flatMap(({ strayServer }) => strayServer ?? []),
  ],
}))

function freeAddresses(site: Site, plans: readonly Site[]): Free {
  const held = [site, ...plans].map((one) => heldIn(one, 'all'))
  return (subnet) => {
    for (let n = subnet.lastUsable; n >= subnet.firstUsable; n--) {
      const ip = ipText(n)
      if (!held.some(({ taken, pools }) => taken.has(ip) || pools.some((pool) => inPool(pool, ip)))) return ip
    }
    return null
  }
}

const typed = (twin: Twin, ip: Ip, prefixLength: number, gateway: Ip | null): Lease => ({
  ip,
  prefixLength,
  gateway,
  nameServers: [],
  network: networkAround(twin.site, ip),
  server: null,
  controllerIps: [],
})

const laptopAt = (place: Place, lease: Lease): Host => ({ label: 'The laptop', place, lease })

const setting = ({ ip, prefixLength, gateway }: Lease): LaptopSetting => ({
  addressing: 'fixed',
  address: ip,
  prefixLength,
  gateway,
})

function tried(twin: Twin, at: Place, host: Host, lease: Lease, laptop: LaptopSetting): PageWay {
  const talk = talkTo(twin, laptopAt(at, lease), host)
  return talk.ok ? { ok: true, address: host.lease.ip, laptop } : no(talk.why)
}

/** In the page's own subnet, on one segment with it. */
function besideIt(twin: Twin, at: Place, host: Host, free: Free): PageWay {
  const subnet = subnetAround(host.lease.ip, host.lease.prefixLength)
  if (!hearEachOther(twin, at, host.place)) return no(`No frame gets from there to ${host.label} and back.`)
  const ip = free(subnet)
  if (ip === null) return no(`No address is free in ${subnet.cidr} for the laptop.`)
  const lease = typed(twin, ip, subnet.prefixLength, null)
  return tried(twin, at, host, lease, setting(lease))
}

/** By DHCP: whichever server wins, its address has to lead there. */
function leased(twin: Twin, at: Place, host: Host, _free: Free): PageWay {
  const laptop: Attachment = {
    id: `laptop ${at.deviceId} ${at.key}`,
    kind: 'port',
    label: 'The laptop',
    place: at,
    networkId: null,
  }
  const addresses = possibleAddresses(twin, laptop)
  const ways = addresses.map(({ lease, stages }): PageWay =>
    lease
      ? tried(twin, at, host, lease, BY_DHCP)
      : no(stages.find(({ ok, astray }) => !ok && !astray)?.says ?? 'The laptop gets no address there.'),
  )
  return ways.find(({ ok }) => !ok) ?? ways[0] ?? no('The laptop gets no address there.')
}

/** With an address of its own where it is, and the router that is heard there. */
function behindRouter(twin: Twin, at: Place, host: Host, free: Free): PageWay {
  for (const network of twin.site.networks) {
    const { gateway, routedBy } = network
    const subnet = subnetOrNull(network.subnet)
    const key = routedBy === null ? null : interfaceIn(twin.fabric, routedBy, network)
    if (gateway === null || routedBy === null || !subnet || !key || !contains(subnet, gateway)) continue
    if (!hearEachOther(twin, at, { deviceId: routedBy, key })) continue
    const ip = free(subnet)
    if (ip === null) continue
    const lease = typed(twin, ip, subnet.prefixLength, gateway)
    const way = tried(twin, at, host, lease, setting(lease))
    if (way.ok) return way
  }
  return no('No router that is heard there leads to it.')
}
