import type { Phase } from '~/core/world/adoption'
import { deviceOf, isOlder, typeOf } from '~/core/plan'
import type { Device } from '~/core/plan'
import type { Bench, BenchDevice } from './types'

/** Gear that joins nobody runs at once; an access point begins by asking for an address. */
export function startAfterBoot(plan: Device, device: BenchDevice): [Phase, string | null] {
  if (!plan.adoption) return ['running', null]
  return device.interrupted
    ? ['halfDone', 'It lost power while it was being set up. Reset it and adopt it again.']
    : ['addressing', null]
}

interface JoinOutcome {
  phase: Phase
  why: string | null
}

/** What the controller answers to a join: refused, an image first, or straight on to the configuration. */
export function outcomeOfJoin(bench: Bench, plan: Device, device: BenchDevice): JoinOutcome {
  const controller = deviceOf(bench.site, plan.adoption?.controllerId ?? null)
  const type = controller && typeOf(bench.site, controller)
  if (!controller) return { phase: 'refused', why: 'The plan names no controller for it.' }
  if (isOlder(device.firmware, type?.minimumFirmware ?? null))
    return {
      phase: 'refused',
      why: `${controller.name} takes firmware ${type?.minimumFirmware} or newer; this one has ${device.firmware}.`,
    }
  if (licencesLeft(bench, controller, plan) < 1)
    return { phase: 'refused', why: `${controller.name} has no licence left for it.` }
  const image = imageOf(bench, plan)
  if (isOlder(device.firmware, image)) return { phase: 'imaging', why: null }
  return { phase: 'configuring', why: null }
}

/** The image the controller holds for a type of device. */
export const imageOf = (bench: Bench, plan: Device): string | null =>
  typeOf(bench.site, plan)?.currentFirmware ?? null

function licencesLeft(bench: Bench, controller: Device, plan: Device): number {
  if (!typeOf(bench.site, plan)?.needsLicence) return 1
  const taken = bench.site.devices.filter(
    (other) =>
      other.id !== plan.id &&
      other.adoption?.controllerId === controller.id &&
      typeOf(bench.site, other)?.needsLicence &&
      ['imaging', 'configuring', 'checking', 'running', 'silent'].includes(
        bench.devices.get(other.id)?.phase ?? 'dark',
      ),
  ).length
  return (controller.controller?.licences ?? 0) - taken
}
