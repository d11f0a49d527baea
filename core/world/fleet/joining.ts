import { capacityNeeded, isOlder, typeOf } from '../../plan'
import type { Device, Id } from '../../plan'
import { clockReach } from '../../network/discovery'
import { meantFor, needsImage } from '../planned'
import { wayTwin } from '../twins'
import { tunnelTo } from '../ways'
import type { Gear, World } from '../types'
import type { Phase } from '../adoption'

export interface JoinOutcome {
  phase: Phase
  why: string | null
}

const refused = (why: string): JoinOutcome => ({ phase: 'refused', why })

/** What a controller answers to a join: refused, an image first, or straight on to the configuration. */
export function outcomeOfJoin(world: World, gear: Gear): JoinOutcome {
  const meant = meantFor(world, gear.id)
  const controller = world.gear.get(gear.listedAt ?? '')
  const device = controller?.running.device
  const part = device?.controller
  if (!meant || !device || !part) return refused('The plan names no controller for it.')
  const type = typeOf(world.plan, device)
  const list = part.allowList
  if (list && !list.some((mac) => mac.toLowerCase() === meant.mac?.toLowerCase()))
    return refused(`It is not on the allow list of ${device.name}.`)
  if (isOlder(gear.firmware, type?.minimumFirmware ?? null))
    return refused(
      `${device.name} takes firmware ${type?.minimumFirmware} or newer; this one has ${gear.firmware}.`,
    )
  const most = type?.maxAccessPoints ?? null
  if (most !== null && joinedTo(world, device.id, gear.id).length >= most)
    return refused(`${device.name} carries ${most} access points at most.`)
  if (licencesLeft(world, device, meant) < 1) return refused(`${device.name} has no licence left for it.`)
  return needsImage(world, gear, meant)
    ? { phase: 'imaging', why: null }
    : { phase: 'configuring', why: null }
}

const JOINED: ReadonlySet<Phase> = new Set([
  'imaging',
  'configuring',
  'checking',
  'running',
  'byRadio',
  'silent',
])

/** Those that a controller has taken in, but for one. */
const joinedTo = (world: World, controllerId: Id, but: Id): Gear[] =>
  [...world.gear.values()].filter(
    ({ id, listedAt, phase }) => id !== but && listedAt === controllerId && JOINED.has(phase),
  )

/** A few are managed free; the rest need a licence each, where their type does. */
function licencesLeft(world: World, controller: Device, device: Device): number {
  if (!typeOf(world.plan, device)?.needsLicence) return 1
  const free = typeOf(world.plan, controller)?.managesFree ?? 0
  const held = world.unlicensed.has(controller.id) ? 0 : (controller.controller?.licences ?? 0)
  const taken = joinedTo(world, controller.id, device.id).filter(({ id }) => {
    const other = meantFor(world, id)
    return other !== undefined && typeOf(world.plan, other)?.needsLicence === true
  }).length
  return held + free - taken
}

/** Why no certificate is valid yet at a controller, or null: it asks for the time over the network, and somebody answers. */
function clockFault(world: World, controllerId: Id | null): string | null {
  const controller = world.gear.get(controllerId ?? '')?.running.device
  const part = controller?.controller
  if (!controller || !part || part.form === 'hosted') return null
  if (part.timeServer === null)
    return `${controller.name} has no time server: its clock stands at the day it was made.`
  const clock = clockReach(wayTwin(world), controller, part.timeServer)
  return clock.ok
    ? null
    : `${controller.name} does not reach its time server ${part.timeServer}: ${clock.why}`
}

/** Why its tunnel to the controller that lists it does not come up, or null: the address named there, and the certificate. */
export function noTunnel(world: World, gear: Gear): string | null {
  const tunnel = tunnelTo(world, gear, gear.listedAt)
  if (!tunnel.ok) return tunnel.why
  const clock = needsClock(world, gear) ? clockFault(world, gear.listedAt) : null
  return clock && `No certificate is valid yet: ${clock}`
}

/** Tunnels check certificates; inside, the usual join does not wait for the clock (common practice, no source). */
const needsClock = (world: World, gear: Gear): boolean =>
  meantFor(world, gear.id)?.remote != null ||
  world.gear.get(gear.listedAt ?? '')?.running.device.controller?.encryptsTunnels === true

/** Why a virtual controller does not start, or null. */
export function machineFault(world: World, device: Device): string | null {
  const machine = device.controller?.machine
  const need = capacityNeeded(world.plan, device)
  if (device.controller?.form !== 'virtual' || !machine || need.kind !== 'sized') return null
  const { row } = need
  return machine.vcpus < row.vcpus || machine.memoryGb < row.memoryGb || machine.diskGb < row.diskGb
    ? `Its machine is too small: it needs ${row.vcpus} vCPUs, ${row.memoryGb} GB memory and ${row.diskGb} GB disk.`
    : null
}
