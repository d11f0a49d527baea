import { discover, firstFound } from '../../network/discovery'
import { contains, subnetOrNull } from '../../network/addressing'
import type { Phase } from '../adoption'
import { hostOf, addressFor, reachTo, stillServed, stormAt, tunnelTo } from '../ways'
import { BEHAVIOURS } from '../behaviours'
import { factoryOf } from '../configuration'
import { noTunnel, outcomeOfJoin } from '../fleet/joining'
import { parentFor } from '../fleet/parent'
import { meantFor } from '../planned'
import { wayTwin } from '../twins'
import type { Gear, World } from '../types'
import { enter, put, wait } from './change'
import { takeLease } from './leases'

const CUT_SHORT = 'The way to the controller was cut while it was being set up. Reset it and adopt it again.'
const SEEKS_AGAIN = 'The way to the controller was cut while it was being set up, so it looks for it again.'
const LISTED = 'It is listed at the controller. Adopt it there.'

/** Adopted before at the controller that it has found again. */
export const isKnownThere = ({ accepted, listedAt, remembers }: Gear): boolean =>
  accepted && listedAt !== null && (remembers.length === 0 || remembers.includes(listedAt))

type Asks = (world: World, gear: Gear) => Gear

/** Back to asking for an address when the way is lost. */
const orAddressing: Asks = (world, gear) => {
  const way = reachTo(world, gear, gear.listedAt)
  return way.ok ? gear : enter(world, gear, 'addressing', way.why)
}

/** Losing the way while being set up: it looks for its controller again, or is left half configured, as its kind does. */
const orCutShort: Asks = (world, gear) => {
  if (reachTo(world, gear, gear.listedAt).ok) return gear
  const kind = meantFor(world, gear.id)?.kind
  return kind && BEHAVIOURS[kind].cutShort === 'seeks'
    ? enter(world, gear, 'addressing', SEEKS_AGAIN)
    : enter(world, gear, 'halfDone', CUT_SHORT, { interrupted: true })
}

const orSilent: Asks = (world, gear) => {
  const way = reachTo(world, gear, gear.listedAt)
  return way.ok ? movedOn(world, gear) : enter(world, gear, 'silent', way.why)
}

/** What a device that joins a controller does about the world around it, by its phase; the others wait for their time. */
const ASKS: Partial<Record<Phase, Asks>> = {
  addressing: (world, gear) => {
    const found = addressFor(world, gear)
    if (found.ok) return wait(world, takeLease(world, gear, found), null)
    // A mesh child without a cable looks for a parent at once; with one it waits a while for an answer.
    const attached = isCabled(world, gear) && !gear.gaveUpCable ? gear : byRadio(world, gear)
    if (attached !== gear) return attached
    return wait(world, gear, waitsForParent(world, gear) ?? found.why, {
      ip: null,
      lease: null,
      leaseUntilUs: null,
    })
  },
  discovering: (world, gear) => {
    const address = gear.ip === null ? addressFor(world, gear) : null
    return address && !address.ok ? enter(world, gear, 'addressing', address.why) : seek(world, gear)
  },
  waiting: (world, gear) => {
    const meantId = meantFor(world, gear.id)?.adoption?.controllerId ?? null
    const again = gear.listedAt === meantId ? gear : seek(world, gear)
    const way = reachTo(world, again, again.listedAt)
    if (!way.ok) return enter(world, again, 'discovering', way.why)
    // One that was adopted there needs nobody: it only found another controller first.
    if (again.listedAt === meantId && isKnownThere(again)) return enter(world, again, 'securing')
    const other = again.listedAt === meantId ? null : meantFor(world, again.listedAt ?? '')?.name
    return wait(
      world,
      again,
      other ? `It is listed at ${other}, and the plan means another controller.` : LISTED,
    )
  },
  securing: orAddressing,
  joining: orAddressing,
  imaging: orCutShort,
  configuring: orCutShort,
  checking: orCutShort,
  running: orSilent,
  byRadio: orSilent,
  silent: (world, gear) => {
    const back = reachTo(world, gear, gear.listedAt).ok
    return back ? enter(world, gear, gear.byRadio ? 'byRadio' : 'running') : gear
  },
  adrift: (world, gear) => (reachTo(world, gear, gear.listedAt).ok ? enter(world, gear, 'addressing') : gear),
  refused: (world, gear) =>
    noTunnel(world, gear) === null && outcomeOfJoin(world, gear).phase !== 'refused'
      ? enter(world, gear, 'addressing')
      : gear,
}

/** Gear that joins nobody asks for nothing but an address. */
export function ask(world: World, gear: Gear): Gear {
  if (meantFor(world, gear.id)?.adoption?.controllerId == null) return askAddress(world, gear)
  const back = byCableAgain(world, gear)
  return back ?? ASKS[gear.phase]?.(world, gear) ?? gear
}

const UNSET: ReadonlySet<Phase> = new Set(['addressing', 'discovering', 'waiting'])

/** One that nobody has adopted yet takes its cable as soon as that leads anywhere. */
const byCableAgain = (world: World, gear: Gear): Gear | null =>
  gear.byRadio &&
  !gear.accepted &&
  UNSET.has(gear.phase) &&
  isCabled(world, gear) &&
  isFedByCable(world, gear)
    ? enter(world, gear, 'addressing', null, {
        byRadio: false,
        parentId: null,
        ip: null,
        lease: null,
        leaseUntilUs: null,
      })
    : null

/** Both ways lead to the network: that is a loop, and a device that is not set up yet gives the radio up. */
const isFedByCable = (world: World, { id }: Gear): boolean => stormAt(wayTwin(world), id) !== null

/** What is up has the address that it can have now. */
function askAddress(world: World, gear: Gear): Gear {
  if (gear.phase !== 'running' && gear.phase !== 'factory') return gear
  const found = addressFor(world, gear)
  if (found.ok) return takeLease(world, gear, found)
  const { addressing } = gear.running.device.management
  const fallback =
    gear.isFactory && addressing === 'dhcp' ? factoryOf(world.plan, gear.running.device).ip : null
  return gear.ip === fallback && gear.lease === null
    ? gear
    : put(world, gear, { ip: fallback, lease: null, leaseUntilUs: null })
}

/** Looks for a controller by every way, in the published order. */
function seek(world: World, gear: Gear): Gear {
  const meant = meantFor(world, gear.id)
  if (meant?.remote) {
    const way = tunnelTo(world, gear, meant.adoption?.controllerId ?? null)
    return way.ok
      ? wait(world, gear, null, { listedAt: meant.adoption?.controllerId ?? null })
      : wait(world, gear, way.why)
  }
  const twin = wayTwin(world)
  const host = hostOf(twin, gear)
  if (!host || !meant) return gear
  const attempts = discover(twin, {
    device: pointed(gear, meant),
    host,
    remembers: gear.remembers,
    foundBy: gear.foundBy,
  })
  // Every controller that hears it lists it: the one that is meant is where somebody will look.
  const meantId = meant.adoption?.controllerId
  const found =
    attempts.find(({ ok, controllerId }) => ok && controllerId === meantId) ?? firstFound(attempts)
  const says = found ? null : (attempts.at(-1)?.says ?? 'Nothing names a controller to it.')
  return same(gear.attempts, attempts)
    ? wait(world, gear, says, { listedAt: found?.controllerId ?? null })
    : wait(world, gear, says, { attempts, listedAt: found?.controllerId ?? null })
}

/** A pointer is typed in on the bench, before it knows anything else. */
const pointed = ({ running: { device } }: Gear, meant: Gear['running']['device']) => ({
  ...device,
  adoption: device.adoption && {
    ...device.adoption,
    pointer: device.adoption.pointer ?? meant.adoption?.pointer ?? null,
  },
})

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** A lease of a network that it is not in any more is refused, and it asks anew. Source: RFC 2131 section 3.2 point 3. */
function movedOn(world: World, gear: Gear): Gear {
  if (gear.lease === null || stillServed(world, gear)) return gear
  const found = addressFor(world, gear)
  const subnet = found.ok ? subnetOrNull(found.lease?.network?.subnet ?? null) : null
  if (!found.ok || !subnet || contains(subnet, gear.lease.ip)) return gear
  return takeLease(world, gear, found)
}

/** A mesh child that its cable does not help is not in trouble while its parent is on its way. */
function waitsForParent(world: World, gear: Gear): string | null {
  const air = meantFor(world, gear.id)?.air
  if (air?.way !== 'mesh' || gear.byRadio || (isCabled(world, gear) && !gear.gaveUpCable)) return null
  return `It waits for its parent ${meantFor(world, air.deviceId)?.name ?? ''} to run.`
}

/** Whether a cable leads from it to somebody who is up. */
const isCabled = (world: World, { id }: Gear): boolean => {
  const node = wayTwin(world).fabric.nodes.get(id)
  return (
    node !== undefined && [...node.ports].some(([key, { peer }]) => key.startsWith('port:') && peer !== null)
  )
}

/** A mesh child that its cable does not lead anywhere takes its way by radio. */
export function byRadio(world: World, gear: Gear): Gear {
  if (gear.byRadio || meantFor(world, gear.id)?.air?.way !== 'mesh') return gear
  const parentId = parentFor(world, gear)
  return parentId === null ? gear : put(world, gear, { byRadio: true, parentId })
}
