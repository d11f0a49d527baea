import { accessPoints, capacityNeeded, controllers, isOlder, typeOf } from '../../plan'
import type { Device, Site } from '../../plan'
import type { Rule, Sighting } from './types'
import { atDevice } from './where'

/** A controller that will refuse some of the access points meant for it. */
export const ctl4: Rule = {
  code: 'CTL-4',
  check: ({ site }) =>
    controllers(site).flatMap((controller) => [
      ...count(site, controller),
      ...firmware(site, controller),
      ...encryption(controller),
      ...machine(site, controller),
    ]),
}

const membersOf = (site: Site, controller: Device): Device[] =>
  accessPoints(site).filter(({ adoption }) => adoption?.controllerId === controller.id)

function count(site: Site, controller: Device): Sighting[] {
  const members = membersOf(site, controller)
  const licensed = members.filter((member) => typeOf(site, member)?.needsLicence).length
  const most = typeOf(site, controller)?.maxAccessPoints ?? null
  const sightings: Sighting[] = []
  const licences = controller.controller?.licences ?? 0
  const free = typeOf(site, controller)?.managesFree ?? 0
  if (licensed > licences + free)
    sightings.push({
      says: `${controller.name} has ${licences} licences${free > 0 ? ` and manages ${free} free` : ''} for ${licensed} access points that need one.`,
      where: [atDevice(controller)],
    })
  if (most !== null && members.length > most)
    sightings.push({
      says: `${controller.name} carries ${most} access points at most; ${members.length} are meant for it.`,
      where: [atDevice(controller)],
    })
  return sightings
}

function firmware(site: Site, controller: Device): Sighting[] {
  const minimum = typeOf(site, controller)?.minimumFirmware ?? null
  return membersOf(site, controller)
    .filter((member) => isOlder(member.firmware, minimum))
    .map((member) => ({
      says: `${member.name} has firmware ${member.firmware}; ${controller.name} takes ${minimum} or newer.`,
      where: [atDevice(member)],
    }))
}

/** Encryption of the tunnels may be a licence of its own. */
const encryption = (controller: Device): Sighting[] => {
  const part = controller.controller
  return part?.encryptsTunnels && !part.encryptionLicence
    ? [
        {
          says: `${controller.name} is to encrypt its tunnels and has no licence for that.`,
          where: [atDevice(controller)],
        },
      ]
    : []
}

/** A machine below what its size needs does not start. */
function machine(site: Site, controller: Device): Sighting[] {
  const given = controller.controller?.machine ?? null
  const sized = capacityNeeded(site, controller)
  if (given === null || sized.kind === 'unsized') return []
  if (sized.kind === 'beyond')
    return [
      {
        says: `No size of ${controller.name} carries ${sized.accessPoints} access points and ${sized.clients} clients; the largest is for ${sized.largest.accessPoints} and ${sized.largest.clients}.`,
        where: [atDevice(controller)],
      },
    ]
  const { row } = sized
  const short = [
    given.vcpus < row.vcpus ? `${given.vcpus} of ${row.vcpus} vCPUs` : '',
    given.memoryGb < row.memoryGb ? `${given.memoryGb} of ${row.memoryGb} GB memory` : '',
    given.diskGb < row.diskGb ? `${given.diskGb} of ${row.diskGb} GB disk` : '',
  ].filter(Boolean)
  return short.length === 0
    ? []
    : [
        {
          says: `The machine of ${controller.name} has ${short.join(', ')} that its size needs: it does not start.`,
          where: [atDevice(controller)],
        },
      ]
}
