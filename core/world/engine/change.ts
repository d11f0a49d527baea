import { managementVlan } from '../../network/layer2'
import type { Id } from '../../plan'
import { keepBindings } from '../bindings'
import { CAPWAP_OF, checkMachine, isRunning, isUp, PLAIN_WORD } from '../adoption'
import type { Phase } from '../adoption'
import type { Configuration } from '../configuration'
import { meantFor } from '../planned'
import { isLeaf, NO_COUNTRY } from '../twins'
import type { Gear, World } from '../types'

export const say = (world: World, deviceId: Id | null, text: string): void => {
  world.events.push({ atUs: world.nowUs, deviceId, text })
}

/** Everybody who waits for a way asks again; `composition`: what is run or cabled is another too. */
export function stir(world: World, composition = false): void {
  world.backbone++
  world.power++
  if (composition) world.composition++
}

/** The VLAN of a device's own interface on its wire, or null where it leaves untagged. */
const tagOnWire = ({ device, networks }: Configuration): number | null => {
  const native = managementVlan(device)
  const own = networks.find(({ id }) => id === device.management.networkId)?.vlanId ?? native
  return own === native ? null : own
}

/** Puts a device's new state in its place, and stirs who depends on it. */
export function put(world: World, before: Gear, part: Partial<Gear>): Gear {
  const after: Gear = { ...before, ...part }
  world.gear.set(after.id, after)
  world.version++
  keepBindings(world, before, after)
  const runs = before.running !== after.running
  if (isLeaf(world, after.id)) {
    if (runs && tagOnWire(before.running) !== tagOnWire(after.running)) stir(world, true)
    return after
  }
  const isElsewhere = before.byRadio !== after.byRadio || before.parentId !== after.parentId
  if (runs || isElsewhere || isUp(before.phase) !== isUp(after.phase)) stir(world, runs || isElsewhere)
  else if (before.phase !== after.phase || before.ip !== after.ip) world.backbone++
  return after
}

/** Takes a device into a phase: what it was in before is history, and the machine of RFC 5415 goes along. */
export function enter(
  world: World,
  gear: Gear,
  phase: Phase,
  why: string | null = null,
  also: Partial<Gear> = {},
): Gear {
  const meant = meantFor(world, gear.id)
  const joins = meant?.adoption?.controllerId != null
  const isSilent = isRunning(phase) && world.plan.country === null && (meant?.radios.length ?? 0) > 0
  const before = PLAIN_WORD[gear.phase]
  const after = put(world, gear, {
    ...also,
    phase,
    capwap: joins ? checkMachine(gear.capwap, CAPWAP_OF[phase]) : null,
    sinceUs: world.nowUs,
    dueUs: null,
    waitsFor: why ?? (isSilent ? NO_COUNTRY : null),
    history: [...gear.history, { phase: gear.phase, fromUs: gear.sinceUs, untilUs: world.nowUs }],
    epoch: gear.epoch + 1,
  })
  if (before !== PLAIN_WORD[phase] || (why !== null && why !== gear.waitsFor))
    say(world, gear.id, `${PLAIN_WORD[phase]}${why ? `: ${why}` : '.'}`)
  return after
}

/** Why it waits is said when it changes. */
export function wait(world: World, gear: Gear, why: string | null, also: Partial<Gear> = {}): Gear {
  const same =
    why === gear.waitsFor && Object.entries(also).every(([key, value]) => gear[key as keyof Gear] === value)
  return same ? gear : put(world, gear, { ...also, waitsFor: why })
}
