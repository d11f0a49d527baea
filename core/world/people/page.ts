import { contains, ipNumber, subnetAround } from '../../network/addressing'
import { talkOutside, talkTo } from '../../network/discovery'
import { managementInterface } from '../../network/layer2'
import { addressesOfRouter, answeringServers, hearEachOther, hostOfDevice } from '../../network/layer3'
import type { AddressServer, Host, Twin } from '../../network/layer3'
import { draw } from '../../lib/draw'
import { deviceOf } from '../../plan'
import type { Id, Ip } from '../../plan'
import { isUp } from '../adoption'
import { factoryOf } from '../configuration'
import { meantFor } from '../planned'
import { LAPTOP, wayTwin } from '../twins'
import type { Gear, World } from '../types'
import { hostOf, stormAt } from '../ways'

/** What comes up when somebody opens a device's page; `shows` is whose page it is, which may be another's. */
export type Page =
  { ok: true; shows: Id; address: string; login: string; says: string } | { ok: false; why: string }

const no = (why: string): Page => ({ ok: false, why })

/** The laptop as it is on the network now, or why it is not. */
export function laptopHost(world: World): { host: Host } | { why: string } {
  const twin = wayTwin(world)
  const device = world.laptop.at && deviceOf(twin.site, LAPTOP)
  if (!device) return { why: 'The laptop is plugged in nowhere.' }
  const host = hostOfDevice(twin, device, luckyServer(world, twin))
  if (!host)
    return {
      why: 'The laptop gets no address where it is plugged in. Set one by hand, in the subnet of the device.',
    }
  const wrong = world.laptop.addressing === 'fixed' ? addressFault(world, twin, host) : null
  return wrong === null ? { host } : { why: wrong }
}

/** Of several servers that answer, whichever is the first. Source: RFC 2131 section 3.1 point 3. */
function luckyServer(world: World, twin: Twin): AddressServer | undefined {
  const { at, addressing } = world.laptop
  const device = deviceOf(twin.site, LAPTOP)
  const key = device && managementInterface(twin.fabric, device)
  if (!at || !key || addressing !== 'dhcp') return undefined
  const servers = answeringServers(twin, { deviceId: LAPTOP, key })
  const luck = draw(world.seed, LAPTOP, `offer at ${at.deviceId} ${at.port}`, world.revision)
  return servers[Math.floor(luck * servers.length)]
}

/**
 * Why an address can't be the laptop's: no host may have it (RFC 1122 section 3.2.1.3: the network's own, broadcast, loopback, multicast),
 * or another answers to it, so that what is sent to the laptop goes astray (RFC 5227 section 1.1).
 */
function addressFault(world: World, twin: Twin, { lease, place }: Host): string | null {
  const { ip, prefixLength } = lease
  const odd = notAHost(ip, prefixLength)
  if (odd !== null) return `The laptop has ${ip}/${prefixLength}, ${odd}. Give it another.`
  const other = holdersOf(world, twin, ip).find((host) => hearEachOther(twin, place, host.place))
  return other
    ? `The laptop has ${ip}, which ${other.label} has too: neither can be reached for certain. Give it another address.`
    : null
}

function notAHost(ip: Ip, prefixLength: number): string | null {
  const [first] = ip.split('.').map(Number)
  if (first === 0 || first === 127 || first === undefined || first >= 224) return 'which no host can have'
  if (prefixLength > 30) return null
  const { network, broadcast } = subnetAround(ip, prefixLength)
  if (ipNumber(ip) === network) return 'which is the address of the whole network'
  return ipNumber(ip) === broadcast ? 'which is the broadcast address of its network' : null
}

/** Who is up and has an address: by its management, or as a router in one of its networks. */
const holdersOf = (world: World, twin: Twin, ip: Ip): Host[] =>
  [...world.gear.values()].flatMap((gear) => {
    if (!isUp(gear.phase)) return []
    const own = gear.ip === ip ? (hostOf(twin, gear) ?? fallbackHost(world, gear)) : null
    return own ? [own] : addressesOfRouter(twin, gear.id).filter(({ lease }) => lease.ip === ip)
  })

/**
 * Whether a device's page opens from the laptop: it is up and has an address, the laptop has one that reaches it and back, and nobody
 * else answers there first. Source of the way: RFC 1122 section 3.3.1.
 */
export function pageOf(world: World, id: Id): Page {
  const gear = world.gear.get(id)
  const meant = meantFor(world, id)
  if (!gear || !meant) return no('There is no such device on the bench.')
  if (!isUp(gear.phase)) return no(`${meant.name} is ${gear.phase === 'dark' ? 'dark' : 'still booting'}.`)
  if (meant.remote?.isPageLocked && !gear.isFactory) return no(`The local page of ${meant.name} is locked.`)
  if (world.laptop.beside === id) return atItself(world, gear, meant.name)
  if (meant.controller?.form === 'hosted') return acrossInternet(world, gear, meant.name)
  if (gear.ip === null) return no(`${meant.name} has no address, so it has no page.`)
  return overNetwork(world, { ...gear, ip: gear.ip }, meant.name)
}

/** Its page by its address, from where the laptop is. */
function overNetwork(world: World, gear: Gear & { ip: string }, own: string): Page {
  const laptop = laptopHost(world)
  if ('why' in laptop) return no(laptop.why)
  const twin = wayTwin(world)
  const storm = stormAt(twin, LAPTOP)
  if (storm) return no(storm)
  const host = hostOf(twin, gear) ?? fallbackHost(world, gear)
  if (!host) return no(`${own} has no interface in its management network.`)
  const { ip } = laptop.host.lease
  const odd = notAHost(
    ip,
    contains(subnetAround(gear.ip, host.lease.prefixLength), ip) ? host.lease.prefixLength : 32,
  )
  if (odd !== null) return no(`The laptop has ${ip}, ${odd} as ${own} sees it, so it gets no answer.`)
  const talk = talkTo(twin, laptop.host, host)
  const answering = talk.ok ? host : routerAddress(twin, laptop.host, gear.id)
  if (!answering) return no(`${reasonFor(laptop.host, gear.ip, host)}${talk.ok ? '' : talk.why}`)
  const address = answering.lease.ip
  const other = address === gear.ip ? clashing(world, laptop.host, gear) : null
  const shown = other ?? gear
  const name = meantFor(world, shown.id)?.name ?? shown.id
  return {
    ok: true,
    shows: shown.id,
    address,
    login: shown.isFactory ? factoryOf(world.plan, shown.running.device).login : 'your own',
    says: other
      ? `Two devices answer at ${address}: what opens is the page of ${name}.`
      : `The page of ${name} opens at ${address}.`,
  }
}

/** A router's page opens at its address in every network whose rules admit it. Source: RFC 1812 section 5.2.3. */
const routerAddress = (twin: Twin, laptop: Host, id: Id): Host | null =>
  addressesOfRouter(twin, id).find((host) => talkTo(twin, laptop, host).ok) ?? null

/** A hosted controller is wherever the internet is. */
function acrossInternet(world: World, { id }: Gear, name: string): Page {
  const laptop = laptopHost(world)
  if ('why' in laptop) return no(laptop.why)
  const out = talkOutside(wayTwin(world), laptop.host)
  return out.ok
    ? { ok: true, shows: id, address: name, login: 'your own', says: `The page of ${name} opens.` }
    : no(out.why)
}

/** At the device itself nothing is between. */
const atItself = (world: World, gear: Gear, name: string): Page => ({
  ok: true,
  shows: gear.id,
  address: gear.ip ?? 'its console',
  login: gear.isFactory ? factoryOf(world.plan, gear.running.device).login : 'your own',
  says: `The page of ${name} opens at the device itself.`,
})

/** An address that a device fell back to is like one that is typed in. */
function fallbackHost(world: World, gear: Gear): Host | null {
  const { management } = gear.running.device
  if (gear.ip === null) return null
  const typed = { ...gear, lease: null, running: withIp(gear, gear.ip, management.prefixLength) }
  return hostOf(wayTwin(world), typed)
}

const withIp = ({ running }: Gear, ip: string, prefixLength: number | null): Gear['running'] => ({
  ...running,
  device: {
    ...running.device,
    management: { ...running.device.management, addressing: 'fixed', ip, prefixLength: prefixLength ?? 24 },
  },
})

/** Another subnet is said before anything else: the page does not open, and the device looks dead. */
const reasonFor = (laptop: Host, ip: string, host: Host): string =>
  contains(subnetAround(ip, host.lease.prefixLength), laptop.lease.ip)
    ? ''
    : `The laptop has ${laptop.lease.ip} and the device ${ip}: another subnet. `

/** Of two devices at one address the one with the lower hardware address answers first here (common practice, no source: it comes and goes). */
function clashing(world: World, laptop: Host, gear: Gear): Gear | null {
  const twin = wayTwin(world)
  const mac = (one: Gear): string => meantFor(world, one.id)?.mac ?? one.id
  const others = [...world.gear.values()].filter(
    (one) => one.id !== gear.id && one.ip === gear.ip && isUp(one.phase) && mac(one) < mac(gear),
  )
  return (
    others.find((one) => {
      const host = hostOf(twin, one) ?? fallbackHost(world, one)
      return host !== null && hearEachOther(twin, laptop.place, host.place)
    }) ?? null
  )
}
