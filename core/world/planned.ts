import { perSite } from '../lib/perSite'
import { configurationOf, factoryConfiguration } from './configuration'
import type { Configuration } from './configuration'
import { deviceOf, isOlder, typeOf } from '../plan'
import type { Device, Id, Link, Site } from '../plan'
import type { Gear, World } from './types'

const configurations = perSite((site: Site, id: Id): Configuration | null => configurationOf(site, id))

/** What a device is meant to hold; the same value for the same plan. */
export const plannedFor = ({ decided, plan }: World, id: Id): Configuration | null =>
  decided.get(id) ?? configurations(plan, id)

/** What goes into a device when it is set up: what is meant, or what a slip makes of it. */
export const typedFor = ({ decided, plan, hands }: World, id: Id): Configuration | null =>
  decided.get(id) ?? configurations(hands?.site ?? plan, id)

/** What goes into it now: who sets a thing up a second time does not slip again. */
export const goesIn = (world: World, { id, isFactory }: Gear): Configuration | null =>
  isFactory ? typedFor(world, id) : plannedFor(world, id)

export const meantFor = ({ decided, plan }: World, id: Id): Device | undefined =>
  decided.get(id)?.device ?? deviceOf(plan, id)

/** Cables as they were laid: those of the plan, or what a slip made of them. */
export const laidLinks = ({ plan, hands }: World): readonly Link[] => (hands?.site ?? plan).links

export const factoryFor = (world: World, device: Device): Configuration =>
  factoryConfiguration(world.plan, device)

/** Whether it holds what somebody set up there as planned, slip or no slip. */
export const isAsPlanned = (world: World, { saved, id }: Gear): boolean =>
  saved === plannedFor(world, id) || saved === typedFor(world, id)

/** It waits for adoption in the list of the controller that the plan means for it. */
export const waitsWhereMeant = (world: World, { phase, listedAt, id }: Gear): boolean =>
  phase === 'waiting' && listedAt === meantFor(world, id)?.adoption?.controllerId

/** An image for a type of device. */
export const imageFor = (world: World, device: Device): string | null =>
  typeOf(world.plan, device)?.currentFirmware ?? null

export const needsImage = (world: World, { firmware }: Gear, device: Device): boolean =>
  isOlder(firmware, imageFor(world, device))
