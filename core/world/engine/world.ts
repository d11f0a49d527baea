import type { Device, Site } from '../../plan'
import { setUpBy } from '../behaviours'
import { factoryConfiguration } from '../configuration'
import { plannedFor } from '../planned'
import type { Gear, Laptop, Start, World } from '../types'

const UNPLUGGED: Laptop = {
  at: null,
  addressing: 'dhcp',
  ip: null,
  prefixLength: 24,
  gateway: null,
  beside: null,
}

/** A bench with everything of a plan on it, cabled as planned and dark. Settle it before it is looked at. */
export function bareWorld(plan: Site, revision: number, seed: number, start: Start): World {
  const world: World = {
    plan,
    revision,
    hands: null,
    isRevealed: false,
    decided: new Map(),
    seed,
    nowUs: 0,
    serial: 0,
    gear: new Map(),
    pulled: new Set(),
    patches: [],
    unlicensed: new Set(),
    laptop: UNPLUGGED,
    queue: [],
    events: [],
    start,
    backbone: 0,
    composition: 0,
    version: 0,
    asked: -1,
    powered: -1,
    masters: new Map(),
    power: 0,
    leases: new Map(),
    bound: new Map(),
    given: new Map(),
  }
  for (const device of plan.devices) world.gear.set(device.id, newGear(world, device))
  return world
}

/** Whether it comes out of its carton: everything, or only what a controller is to adopt. */
export const comesFresh = (device: Device, start: Start): boolean => {
  const by = setUpBy(device)
  if (by === 'nobody' || device.controller?.form === 'hosted') return false
  return start === 'carton' || (start === 'prepared' && by === 'controller')
}

export function newGear(world: World, device: Device): Gear {
  const isFactory = comesFresh(device, world.start)
  const meant = plannedFor(world, device.id)
  const controllerId = device.adoption?.controllerId ?? null
  const isAdopted = world.start === 'installed' && controllerId !== null
  const saved = isFactory || !meant ? factoryConfiguration(world.plan, device) : meant
  return {
    id: device.id,
    switchedOn: false,
    phase: 'dark',
    capwap: null,
    sinceUs: world.nowUs,
    dueUs: null,
    waitsFor: null,
    firmware: isFactory && world.start === 'carton' ? saved.device.firmware : device.firmware,
    typed: null,
    saved,
    running: saved,
    isFactory,
    lease: null,
    leaseUntilUs: null,
    ip: null,
    listedAt: isAdopted ? controllerId : null,
    accepted: isAdopted,
    remembers: isAdopted && controllerId ? [controllerId] : [],
    foundBy: [],
    attempts: [],
    interrupted: false,
    wrongImage: false,
    isFlashing: false,
    halfWritten: false,
    byRadio: false,
    parentId: null,
    gaveUpCable: false,
    history: [],
    tally: {},
    epoch: 0,
  }
}

/** A world of its own that goes on from here; what happens in it changes nothing in this one. */
export const fork = (world: World): World => ({
  ...world,
  gear: new Map(world.gear),
  decided: new Map(world.decided),
  pulled: new Set(world.pulled),
  patches: [...world.patches],
  unlicensed: new Set(world.unlicensed),
  queue: [...world.queue],
  events: [...world.events],
  masters: new Map(world.masters),
  leases: new Map(world.leases),
  bound: new Map(world.bound),
  given: new Map(world.given),
})
