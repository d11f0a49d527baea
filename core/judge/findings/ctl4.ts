import { accessPoints, controllers, isOlder, typeOf } from '../../plan'
import type { Device, Site } from '../../plan'
import type { Rule, Sighting } from './types'
import { atDevice } from './where'

/** A controller that will refuse some of the access points meant for it. */
export const ctl4: Rule = {
  code: 'CTL-4',
  check: ({ site }) =>
    controllers(site).flatMap((controller) => [...count(site, controller), ...firmware(site, controller)]),
}

const membersOf = (site: Site, controller: Device): Device[] =>
  accessPoints(site).filter(({ adoption }) => adoption?.controllerId === controller.id)

function count(site: Site, controller: Device): Sighting[] {
  const members = membersOf(site, controller)
  const licensed = members.filter((member) => typeOf(site, member)?.needsLicence).length
  const most = typeOf(site, controller)?.maxAccessPoints ?? null
  const sightings: Sighting[] = []
  const licences = controller.controller?.licences ?? 0
  if (licensed > licences)
    sightings.push({
      says: `${controller.name} has ${licences} licences for ${licensed} access points that need one.`,
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
