import { isOnAir, isUp, PLAIN_WORD } from './adoption'
import { composed } from './configuration'
import { uplinkFault } from '../radio/backhaul'
import type { Alive } from '../network/layer2'
import { twinOf } from '../network/layer3'
import type { Twin } from '../network/layer3'
import { bareDevice, deviceOf, endKey, newAir, newPort } from '../plan'
import type { Device, Id, Link, Site } from '../plan'
import { laidLinks } from './planned'
import type { Gear, Laptop, World } from './types'

/** Radio law differs by country, and gear that isn't told where it stands sends nothing (common practice, no source). */
export const NO_COUNTRY = 'No country is set, so its radios stay off.'

/** The laptop as a device of the running site. */
export const LAPTOP = 'laptop~'

interface Known {
  composition: number
  site: Site
  backbone: number
  leaves: ReadonlySet<Id>
  way: Twin | null
  version: number
  full: Twin | null
}

/** What is worked out from a world, for as long as it stays as it is. */
const known = new WeakMap<World, Known>()

function knownOf(world: World): Known {
  const before = known.get(world)
  const isSame = before?.composition === world.composition
  if (before && isSame && before.backbone === world.backbone) return before
  const made: Known = {
    composition: world.composition,
    site: isSame ? before.site : siteNow(world),
    leaves: isSame ? before.leaves : leavesOf(world),
    backbone: world.backbone,
    way: null,
    version: -1,
    full: null,
  }
  known.set(world, made)
  return made
}

/**
 * The site that the gear makes as it runs now: each device by its running configuration, cables as they are in. Asked by the one
 * twin. Leaves may have changed since: on them nobody else depends.
 */
export const runningSite = (world: World): Site => knownOf(world).site

/** Devices on which no other's way depends: one cable, nobody by radio, managing nobody. Their own state is asked of them. */
export const isLeaf = (world: World, id: Id): boolean => knownOf(world).leaves.has(id)

/** The field as frames meet it now, for who asks for a way: leaves are taken as up, since they ask for themselves. */
export function wayTwin(world: World): Twin {
  const made = knownOf(world)
  made.way ??= twinOf(
    made.site,
    alive(world, made.site, (id) => made.leaves.has(id) || isRunningNow(world, id)),
  )
  return made.way
}

/** The field with every device as it runs this moment: what clients meet. */
export function fullTwin(world: World): Twin {
  const made = knownOf(world)
  if (made.full === null || made.version !== world.version) {
    const site = siteNow(world)
    made.full = twinOf(
      site,
      alive(world, site, (id) => isRunningNow(world, id)),
    )
    made.version = world.version
  }
  return made.full
}

const isRunningNow = (world: World, id: Id): boolean =>
  id === LAPTOP || isUp(world.gear.get(id)?.phase ?? 'dark')

const alive = (world: World, site: Site, device: (id: Id) => boolean): Alive => ({
  device,
  whyDark: (id) => world.gear.get(id)?.waitsFor ?? null,
  link: (id) => !world.pulled.has(id),
  air: (childId) => {
    const child = deviceOf(site, childId)
    if (site.country === null) return NO_COUNTRY
    const parent = world.gear.get(child?.air?.deviceId ?? '')
    // One that was set up before sends by what it has saved, while it joins or is set anew.
    if (parent && (!isUp(parent.phase) || (parent.isFactory && !isOnAir(parent.phase))))
      return `${deviceOf(site, parent.id)?.name ?? parent.id} is not on the air yet: it is ${PLAIN_WORD[parent.phase]}.`
    if (child?.air?.way === 'mesh' && !world.gear.get(childId)?.byRadio)
      return `The radio uplink of ${child.name} rests while it has a cable.`
    return uplinkFault(site, childId)
  },
  // A device elsewhere runs for as long as its tunnel is up.
  tunnel: (childId) => {
    const far = world.gear.get(childId)
    return far && isOnAir(far.phase) ? null : (far?.waitsFor ?? 'It has not joined its controller yet.')
  },
})

function siteNow(world: World): Site {
  const gear = [...world.gear.values()].map(({ running, ...rest }) => ({
    ...running,
    device: withParent(world, running.device, rest),
  }))
  const all = composed(gear, linksNow(world), world.plan)
  const site = all.country === null ? { ...all, ssids: [] } : all
  const laptop = laptopDevice(world.laptop)
  return laptop ? { ...site, devices: [...site.devices, laptop] } : site
}

/** What stands there now, without the laptop: every device by what it runs, and the cables that are in. */
export function standingSite(world: World): Site {
  const { devices, links, ...rest } = siteNow(world)
  return {
    ...rest,
    devices: devices.filter(({ id }) => id !== LAPTOP),
    links: links.filter(({ id }) => id !== LAPTOP && !world.pulled.has(id)),
  }
}

/** By radio a device has its uplink to the parent of now; one from the factory looks for any that takes it. */
function withParent(
  { plan }: World,
  device: Device,
  { byRadio, parentId, id }: Omit<Gear, 'running'>,
): Device {
  if (!byRadio || parentId === null) return device
  const meant = deviceOf(plan, id)
  return {
    ...device,
    air: { ...newAir(parentId), ...(device.air ?? meant?.air), deviceId: parentId },
    mesh: device.mesh && { ...device.mesh, seeksParent: device.air ? device.mesh.seeksParent : true },
    radios: device.air ? device.radios : (meant?.radios ?? device.radios),
    position: meant?.position ?? device.position,
  }
}

/** Planned cables that are out leave their sockets to patch cables. */
export function linksNow(world: World): Link[] {
  const { pulled, patches, laptop } = world
  const taken = new Set(patches.flatMap(({ a, b }) => [endKey(a), endKey(b)]))
  const planned = laidLinks(world).filter(
    ({ id, a, b }) => !pulled.has(id) || (!taken.has(endKey(a)) && !taken.has(endKey(b))),
  )
  const cord: Link[] = laptop.at
    ? [
        {
          id: LAPTOP,
          a: { deviceId: LAPTOP, port: 1 },
          b: laptop.at,
          lengthM: 2,
          category: 'cat5e',
          statedMbps: null,
        },
      ]
    : []
  return [...planned, ...patches, ...cord]
}

/** The cable that is in a socket now, of any kind; undefined: it is free. */
export const cableIn = (world: World, deviceId: Id, port: number): Link | undefined =>
  linksNow(world).find(
    ({ id, a, b }) =>
      !world.pulled.has(id) && [a, b].some((end) => end.deviceId === deviceId && end.port === port),
  )

function laptopDevice(laptop: Laptop): Device | null {
  if (!laptop.at) return null
  return {
    ...bareDevice(LAPTOP, 'The laptop', 'station'),
    ports: [newPort(1)],
    management: {
      networkId: null,
      addressing: laptop.addressing,
      ip: laptop.ip,
      prefixLength: laptop.prefixLength,
      gateway: laptop.gateway,
    },
  }
}

function leavesOf(world: World): Set<Id> {
  const { plan } = world
  const cables = new Map<Id, number>()
  for (const { id, a, b } of linksNow(world))
    if (!world.pulled.has(id) && id !== LAPTOP)
      for (const { deviceId } of [a, b]) cables.set(deviceId, (cables.get(deviceId) ?? 0) + 1)
  const parents = new Set([...world.gear.values()].flatMap(({ parentId }) => parentId ?? []))
  for (const { air } of plan.devices) if (air) parents.add(air.deviceId)
  const serving = new Set(plan.networks.flatMap(({ routedBy, servedBy }) => [routedBy, servedBy]))
  return new Set(
    plan.devices
      .filter(
        ({ id, air, controller, router, cluster }) =>
          (cables.get(id) ?? 0) <= 1 &&
          !air &&
          !controller &&
          !router &&
          !cluster &&
          !parents.has(id) &&
          !serving.has(id) &&
          world.laptop.at?.deviceId !== id,
      )
      .map(({ id }) => id),
  )
}
