import { perSite } from '../lib/perSite'
import { configurationOf, factoryConfiguration } from './configuration'
import type { Configuration } from './configuration'
import { deviceOf, isOlder, typeOf } from '../plan'
import type { Device, Id, Site } from '../plan'
import type { Gear, World } from './types'

const configurations = perSite((site: Site, id: Id): Configuration | null => configurationOf(site, id))

/** What a device is meant to hold; the same value for the same plan. */
export const plannedFor = (world: World, id: Id): Configuration | null => configurations(world.plan, id)

export const meantFor = (world: World, id: Id): Device | undefined => deviceOf(world.plan, id)

export const factoryFor = (world: World, device: Device): Configuration =>
  factoryConfiguration(world.plan, device)

/** Whether what it holds is what is meant. */
export const isAsPlanned = (world: World, { saved, id }: Gear): boolean => saved === plannedFor(world, id)

/** It waits for adoption in the list of the controller that the plan means for it. */
export const waitsWhereMeant = (world: World, { phase, listedAt, id }: Gear): boolean =>
  phase === 'waiting' && listedAt === meantFor(world, id)?.adoption?.controllerId

/** An image for a type of device. */
export const imageFor = (world: World, device: Device): string | null =>
  typeOf(world.plan, device)?.currentFirmware ?? null

export const needsImage = (world: World, { firmware }: Gear, device: Device): boolean =>
  isOlder(firmware, imageFor(world, device))
