import { grouped } from '../../lib/grouped'
import { cableWays, feedsOf, meshWay, parentOptions, plannedHop } from '../../radio/backhaul'
import { applyEdits, deviceOf, isOnAir } from '../../plan'
import type { Device, Edit, Link, Site } from '../../plan'
import { putDevice } from './mends'
import type { Mend, Rule, Sighting } from './types'
import { atDevice } from './where'

const children = (site: Site): { child: Device; parent: Device }[] =>
  site.devices.flatMap((child) => {
    const parent = child.air?.way === 'mesh' ? deviceOf(site, child.air.deviceId) : undefined
    return parent ? [{ child, parent }] : []
  })

/** A parent that takes no children, or a child that may not seek. */
export const bkh1: Rule = {
  code: 'BKH-1',
  check: ({ site }) =>
    children(site).flatMap(({ child, parent }): Sighting[] => {
      const off = [
        ...(parent.mesh?.takesChildren ? [] : [`${parent.name} takes no children`]),
        ...(child.mesh?.seeksParent ? [] : [`${child.name} may not look for a parent`]),
      ]
      if (off.length === 0) return []
      return [
        {
          says: `${child.name} is to have its uplink to ${parent.name} by radio, but ${off.join(' and ')}.`,
          where: [atDevice(child), atDevice(parent)],
          mend: bothOn(child, parent),
        },
      ]
    }),
}

/** Only where both are of a kind that can be part of a mesh. */
const bothOn = (child: Device, parent: Device): Mend | undefined =>
  parent.mesh && child.mesh
    ? {
        label: 'Switch both on',
        edits: [
          put({ ...parent, mesh: { ...parent.mesh, takesChildren: true } }),
          put({ ...child, mesh: { ...child.mesh, seeksParent: true } }),
        ],
      }
    : undefined

const put = (record: Device): Edit => ({ op: 'put', collection: 'devices', record })

/** A parent heard too weakly or too loudly, too many hops, too many children. */
export const bkh2: Rule = {
  code: 'BKH-2',
  check: ({ site }) => [...levels(site), ...hops(site), ...crowds(site)],
}

function levels(site: Site): Sighting[] {
  const { weakestParentDbm, strongestParentDbm } = site.backhaul
  return children(site).flatMap(({ child, parent }): Sighting[] => {
    const hop = plannedHop(site, child)
    if (typeof hop === 'string')
      return [
        {
          says: `${child.name} cannot have its uplink to ${parent.name}: ${hop}`,
          where: [atDevice(child)],
          severity: 'stop',
        },
      ]
    const { weakerDbm, percent } = hop
    if (weakerDbm < weakestParentDbm)
      return [
        {
          says: `${child.name} hears ${parent.name} with ${weakerDbm.toFixed(0)} dBm (${percent.toFixed(0)} %); at least ${weakestParentDbm} dBm is wanted.`,
          where: [atDevice(child), atDevice(parent)],
          mend: louder(site, child, parent),
        },
      ]
    if (weakerDbm > strongestParentDbm)
      return [
        {
          says: `${child.name} hears ${parent.name} with ${weakerDbm.toFixed(0)} dBm, louder than ${strongestParentDbm} dBm: they stand so close that a cable would do.`,
          where: [atDevice(child), atDevice(parent)],
          severity: 'note',
        },
      ]
    return []
  })
}

/** Another parent that is loud enough, if there is one. */
function louder(site: Site, child: Device, now: Device): Mend | undefined {
  const other = free(site, child).find(
    ({ parent, hop }) => parent.id !== now.id && hop.weakerDbm >= site.backhaul.weakestParentDbm,
  )
  return other && pinnedTo(child, other.parent)
}

/** Parents that take children, have a way to the root that does not lead through the child, and a place free. */
function free(site: Site, child: Device) {
  const feeds = feedsOf(site, 'all')
  const count = (id: string) => site.devices.filter(({ air }) => air?.deviceId === id).length
  return parentOptions(site, child).filter(({ parent }) => {
    const feed = feeds.get(parent.id)
    return (
      feed !== undefined &&
      parent.mesh?.takesChildren &&
      !feed.hops.some(({ fromId }) => fromId === child.id) &&
      feed.airHops < site.backhaul.mostHops &&
      count(parent.id) < site.backhaul.mostChildren
    )
  })
}

const pinnedTo = (child: Device, parent: Device): Mend | undefined =>
  child.air
    ? putDevice(`Uplink of ${child.name} to ${parent.name}, pinned`, {
        ...child,
        air: { ...child.air, deviceId: parent.id, pinned: true },
      })
    : undefined

function hops(site: Site): Sighting[] {
  const feeds = feedsOf(site, 'all')
  return children(site).flatMap(({ child }): Sighting[] => {
    const count = feeds.get(child.id)?.airHops ?? 0
    if (count <= site.backhaul.mostHops) return []
    return [
      {
        says: `${child.name} is ${count} radio hops from a cable; ${site.backhaul.mostHops} is the most.`,
        where: [atDevice(child)],
      },
    ]
  })
}

function crowds(site: Site): Sighting[] {
  const byParent = grouped(children(site), ({ parent }) => parent.id)
  return site.devices.flatMap((parent): Sighting[] => {
    const fed = byParent.get(parent.id) ?? []
    if (fed.length <= site.backhaul.mostChildren) return []
    return [
      {
        says: `${fed.length} ${fed.length === 1 ? 'device has its' : 'devices have their'} uplink to ${parent.name}; ${site.backhaul.mostChildren} is the most: ${fed.map(({ child }) => child.name).join(', ')}.`,
        where: [atDevice(parent)],
      },
    ]
  })
}

/** How much better another parent must be before it is worth a word. Assumed. */
const WORTH = 1.3

/** A parent that was left to choice, where another would give more end to end. */
export const bkh3: Rule = {
  code: 'BKH-3',
  check: ({ site }) =>
    children(site).flatMap(({ child, parent }): Sighting[] => {
      if (!child.air || child.air.pinned) return []
      const hop = plannedHop(site, child)
      const now = typeof hop === 'string' ? 0 : meshWay(site, child, { parent, hop }).likelyMbps
      const best = free(site, child)
        .filter((one) => one.parent.id !== parent.id)
        .map((one) => ({ ...one, mbps: meshWay(site, child, one).likelyMbps }))
        .sort((a, b) => b.mbps - a.mbps)[0]
      if (!best || best.mbps < now * WORTH) return []
      return [
        {
          says: `${child.name} has its uplink to ${parent.name} by choice of its own and gets ${now.toFixed(0)} Mbit/s; on ${best.parent.name} it would get ${best.mbps.toFixed(0)}.`,
          where: [atDevice(child), atDevice(best.parent)],
          mend: pinnedTo(child, best.parent),
        },
      ]
    }),
}

/** By radio where a cable could run, and no reason is stated. */
export const bkh4: Rule = {
  code: 'BKH-4',
  check: ({ site }) =>
    site.devices.flatMap((child): Sighting[] => {
      const { air } = child
      if (
        !air ||
        air.way === 'station' ||
        air.reason.trim() !== '' ||
        !(isOnAir(child) || air.way === 'bridge')
      )
        return []
      const cable = cableWays(withoutUplink(site, child), { ...child, air: null }).find(
        ({ kind, cannot, isPlanned }) => kind === 'cable' && cannot === null && !isPlanned,
      )
      const found = cable && deviceOf(site, cable.parentId)
      if (!cable || !found) return []
      return [
        {
          says: `${child.name} has its uplink by radio, and about ${cable.metres.toFixed(0)} m of cable would reach ${found.name}. If there is a reason, write it down there.`,
          where: [atDevice(child), atDevice(found)],
          mend: cableInstead(site, child, found, cable.metres),
        },
      ]
    }),
}

const withoutUplink = (site: Site, child: Device): Site => applyEdits(site, [put({ ...child, air: null })])

function cableInstead(site: Site, child: Device, found: Device, metres: number): Mend | undefined {
  const taken = (deviceId: string, port: number) =>
    site.links.some(({ a, b }) => [a, b].some((end) => end.deviceId === deviceId && end.port === port))
  const far = found.ports.find(({ number }) => !taken(found.id, number))
  const near = child.ports.find(({ number }) => !taken(child.id, number))
  if (!far || !near) return undefined
  const record: Link = {
    id: `l-${child.id}`.slice(0, 40),
    a: { deviceId: found.id, port: far.number },
    b: { deviceId: child.id, port: near.number },
    lengthM: Math.ceil(metres),
    category: 'cat6',
    statedMbps: null,
  }
  return {
    label: `Cable ${child.name} to ${found.name} instead`,
    edits: [put({ ...child, air: null }), { op: 'put', collection: 'links', record }],
  }
}
