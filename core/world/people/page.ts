import { contains, subnetAround } from '../../network/addressing'
import { hostNow, talkOutside, talkTo } from '../../network/discovery'
import { addressesOfRouter, hearEachOther } from '../../network/layer3'
import type { Host, Twin } from '../../network/layer3'
import { deviceOf } from '../../plan'
import type { Id } from '../../plan'
import { isUp } from '../adoption'
import { factoryOf } from '../configuration'
import { meantFor } from '../planned'
import { LAPTOP, wayTwin } from '../twins'
import type { Gear, World } from '../types'
import { hostOf } from '../ways'

/** What comes up when somebody opens a device's page; `shows` is whose page it is, which may be another's. */
export type Page =
  { ok: true; shows: Id; address: string; login: string; says: string } | { ok: false; why: string }

const no = (why: string): Page => ({ ok: false, why })

/** The laptop as it is on the network now, or why it is not. */
export function laptopHost(world: World): { host: Host } | { why: string } {
  if (!world.laptop.at) return { why: 'The laptop is plugged in nowhere.' }
  const device = deviceOf(wayTwin(world).site, LAPTOP)
  if (!device) return { why: 'The laptop is plugged in nowhere.' }
  const now = hostNow(wayTwin(world), device)
  return 'host' in now
    ? now
    : {
        why: 'The laptop gets no address where it is plugged in. Set one by hand, in the subnet of the device.',
      }
}

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
  const host = hostOf(twin, gear) ?? fallbackHost(world, gear)
  if (!host) return no(`${own} has no interface in its management network.`)
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
