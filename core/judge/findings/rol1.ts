import {
  isHouseholdRouter,
  kindOf,
  linkAt,
  neighbourAt,
  plugEdits,
  portName,
  portSpecOf,
  routesAtHome,
  sameEnd,
  wanOf,
} from '../../plan'
import type { Device, Link, LinkEnd, Port, Site } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { atPort } from './where'

/** A household router whose cable to the site is in the socket of another role. */
export const rol1: Rule = {
  code: 'ROL-1',
  check: ({ site }) =>
    site.devices
      .filter((device) => isHouseholdRouter(device) && device.air === null)
      .flatMap((device) => (routesAtHome(device) ? inner(site, device) : plain(site, device))),
}

const isWan = (site: Site, device: Device, { number }: Port): boolean =>
  portSpecOf(site, device, number)?.role === 'wan' || wanOf(device)?.port === number

const cabled = (site: Site, device: Device, port: Port): Link | undefined =>
  linkAt(site, { deviceId: device.id, port: port.number })

function plain(site: Site, device: Device): Sighting[] {
  return device.ports
    .filter((port) => isWan(site, device, port))
    .flatMap((port) => {
      const link = cabled(site, device, port)
      if (!link) return []
      const free = device.ports.find((other) => !isWan(site, device, other) && !cabled(site, device, other))
      return [
        sighting(
          site,
          { deviceId: device.id, port: port.number },
          `${device.name} is meant as a plain access point and is cabled by its WAN socket: what is behind it is a network of its own, or nothing.`,
          free && replug(site, device, link, port, free),
        ),
      ]
    })
}

function inner(site: Site, device: Device): Sighting[] {
  const wan = device.ports.find((port) => isWan(site, device, port))
  if (!wan || cabled(site, device, wan)) return []
  return device.ports
    .filter((port) => !isWan(site, device, port))
    .flatMap((port) => {
      const end = { deviceId: device.id, port: port.number }
      const link = cabled(site, device, port)
      const neighbour = neighbourAt(site, end)?.device
      if (!link || !neighbour || !kindOf(neighbour).feedsOn) return []
      return [
        sighting(
          site,
          end,
          `${device.name} is meant as a router of its own and is cabled to ${neighbour.name} by a LAN socket: it serves addresses into that network.`,
          replug(site, device, link, port, wan),
        ),
      ]
    })
}

const sighting = (site: Site, end: LinkEnd, says: string, mend: Mend | undefined): Sighting => ({
  says,
  where: [atPort(site, end)],
  mend,
})

function replug(site: Site, device: Device, link: Link, from: Port, to: Port): Mend {
  const own = { deviceId: device.id, port: from.number }
  const end = { deviceId: device.id, port: to.number }
  return {
    label: `Move the cable to ${portName(site, end)}`,
    edits: plugEdits(site, end, sameEnd(link.a, own) ? link.b : link.a, { id: link.id }),
  }
}
