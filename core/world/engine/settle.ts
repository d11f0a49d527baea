import { draw } from '../../lib/draw'
import { darkDevices } from '../../network/power'
import type { Id } from '../../plan'
import { expectedSpan, isDelicate, isUp } from '../adoption'
import type { Phase, Span } from '../adoption'
import { clustersNow } from '../fleet/clusters'
import { isAsPlanned, meantFor } from '../planned'
import { runningSite } from '../twins'
import type { Gear, World } from '../types'
import { ask } from './ask'
import { enter, put, say, wait } from './change'
import { appoint } from './queue'

const US_PER_S = 1_000_000
/** Everything that one event can set off has come to rest long before; more rounds than this are a fault of the simulator. */
const MOST_ROUNDS = 200

/**
 * Brings the devices in line with the world as it is now, until nothing changes any more: power first, then the ways. `touched` are
 * asked in any case; all others only when the backbone has changed. A world that does not come to rest is an error.
 */
export function settle(world: World, touched: Iterable<Id>): void {
  const toAsk = new Set(touched)
  for (
    let round = 0;
    toAsk.size > 0 || world.powered !== world.power || world.asked !== world.backbone;
    round++
  ) {
    if (round > MOST_ROUNDS) throw new Error(`The bench does not come to rest at ${world.nowUs} µs.`)
    if (world.powered !== world.power) {
      world.powered = world.power
      for (const id of dealPower(world)) toAsk.add(id)
      continue
    }
    const everybody = world.asked !== world.backbone
    world.asked = world.backbone
    const ids = everybody ? [...world.gear.keys()] : [...toAsk]
    toAsk.clear()
    for (const id of ids) askOne(world, id, toAsk)
    if (everybody) tellMasters(world)
  }
}

function askOne(world: World, id: Id, again: Set<Id>): void {
  const before = world.gear.get(id)
  if (!before) return
  const after = isUp(before.phase) ? ask(world, before) : before
  arrange(world, after)
  if (after.phase !== before.phase) again.add(id)
}

/** Who has power now, and who has lost it. */
function dealPower(world: World): Id[] {
  const dark = darkDevices(runningSite(world), {
    switchedOn: (id) => world.gear.get(id)?.switchedOn ?? false,
    up: (id) => isUp(world.gear.get(id)?.phase ?? 'dark'),
    plugged: (linkId) => !world.pulled.has(linkId),
  })
  const changed: Id[] = []
  for (const gear of [...world.gear.values()]) {
    const why = dark.get(gear.id) ?? null
    if (why === null && gear.phase === 'dark') {
      enter(world, gear, 'booting')
      changed.push(gear.id)
    } else if (why !== null && gear.phase !== 'dark') {
      enter(world, gear, 'dark', why, {
        interrupted: gear.interrupted || isDelicate(gear.phase),
        halfWritten: gear.halfWritten || isWriting(gear),
        isFlashing: false,
        ip: null,
        lease: null,
        leaseUntilUs: null,
        byRadio: false,
        parentId: null,
        attempts: [],
        typed: null,
      })
      changed.push(gear.id)
    } else if (why !== null) wait(world, gear, why)
  }
  return changed
}

/** A controller's image, or one loaded by hand, is being written. */
const isWriting = ({ phase, isFlashing }: Gear): boolean =>
  phase === 'imaging' || (phase === 'booting' && isFlashing)

/** How long a device usually stays in its phase; null where it stays until something changes. */
export function spanOf(world: World, gear: Gear): Span | null {
  const meant = meantFor(world, gear.id)
  if (!meant || (gear.phase === 'adrift' && (meant.air?.way !== 'mesh' || gear.byRadio))) return null
  if (seeksParent(world, gear)) return expectedSpan(meant.kind, 'silent')
  return expectedSpan(meant.kind, gear.phase, {
    byRadio: gear.byRadio,
    isKnown: gear.accepted && isAsPlanned(world, gear),
  })
}

/** A mesh child whose cable brings no address gives it a minute or two, and then looks for a parent. */
const seeksParent = (world: World, gear: Gear): boolean =>
  gear.phase === 'addressing' &&
  gear.ip === null &&
  !gear.byRadio &&
  !gear.gaveUpCable &&
  meantFor(world, gear.id)?.air?.way === 'mesh'

/** These go on whatever they wait for. */
const GOES_ON: ReadonlySet<Phase> = new Set(['silent', 'adrift', 'settingUp'])

/** Gives a phase that ends by itself its end, drawn once from its usual span; one that waits has none. */
function arrange(world: World, gear: Gear): void {
  const span = spanOf(world, gear)
  const held = gear.waitsFor !== null && !GOES_ON.has(gear.phase) && !seeksParent(world, gear)
  if (!span || held) {
    if (gear.dueUs !== null) put(world, gear, { dueUs: null, epoch: gear.epoch + 1 })
    return
  }
  if (gear.dueUs !== null) return
  const times = (gear.tally[gear.phase] ?? 0) + 1
  const luck = draw(world.seed, gear.id, gear.phase, times)
  const dueUs = world.nowUs + Math.round((span.lowS + luck * (span.highS - span.lowS)) * US_PER_S)
  put(world, gear, { dueUs, tally: { ...gear.tally, [gear.phase]: times } })
  appoint(world, { atUs: dueUs, deviceId: gear.id, epoch: gear.epoch, what: 'phase' })
}

/** Who has become master, where there are clusters. */
function tellMasters(world: World): void {
  const masters = new Map<Id, Id>()
  for (const { masterId, memberIds, name, sharedIp } of clustersNow(world)) {
    for (const id of memberIds) masters.set(id, masterId)
    if (world.masters.get(masterId) !== masterId)
      say(
        world,
        masterId,
        `master of “${name}” now${sharedIp ? `; it answers at ${sharedIp}` : '; it has no shared address, so nobody answers there'}.`,
      )
  }
  world.masters = masters
}
