import type { Id, Link, Site } from '../../plan'
import type { Part } from './changes/units'

/** What one change sets: a unit of a device, a cable, or a whole device that comes or goes. */
export type Subject =
  | { kind: 'unit'; unit: string; from: Part | null; to: Part | null; half: 'all' | 'add' | 'remove' }
  | { kind: 'cable'; from: Link | null; to: Link | null }
  | { kind: 'comes' }
  | { kind: 'goes' }

/** The finest thing that can be changed by itself. */
export interface Change {
  id: string
  /** The device that it changes, and for a cable the one where the hands are. */
  deviceId: Id
  subject: Subject
  /** Whose page it is typed into: its own, or its controller's. Null: it takes hands. */
  pageId: Id | null
  /** Devices where hands are needed: both ends of a cable that is new or goes, and what going there takes (1, 2: `LaptopPlace`). */
  hands: readonly { deviceId: Id; effort: number }[]
  /** Typed in at an address server, for a device that it keeps an address for. */
  via?: 'server'
  /** Changes that have to be done before it. */
  after: string[]
  /** In the words of the trade: "port 3: VLANs tagged", and from what to what. */
  what: string
  was: string
  becomes: string
}

/** Where the laptop is: in a socket of a device; without a socket it is at the device's console and reaches that one alone. */
export interface LaptopPlace {
  id: string
  deviceId: Id
  port: number | null
  /** What going there takes: 1 a walk, 2 a walk with a ladder, a mast or a locked door at its end. */
  effort: number
}

/** From what is there to what is meant. */
export interface Task {
  present: Site
  target: Site
  changes: Change[]
  /** Those of them that are done before it begins. */
  done: string[]
  laptop: LaptopPlace
  /** Where else it can be. */
  places: LaptopPlace[]
}

/** Compared in this order. */
export interface Cost {
  /** Minutes × pairs of networks that get together, though the present and the target keep them apart. */
  exposure: number
  noReturns: number
  walks: number
  /** Clients × minutes over what must work, and works now and then. */
  outage: number
  minutes: number
}

export const NO_COST: Cost = { exposure: 0, noReturns: 0, walks: 0, outage: 0, minutes: 0 }

export const plus = (a: Cost, b: Cost): Cost => ({
  exposure: a.exposure + b.exposure,
  noReturns: a.noReturns + b.noReturns,
  walks: a.walks + b.walks,
  outage: a.outage + b.outage,
  minutes: a.minutes + b.minutes,
})

/** Below zero: `a` is the better. Sums of minutes may differ in their last digit. */
export function compareCost(a: Cost, b: Cost): number {
  const parts = [
    a.exposure - b.exposure,
    a.noReturns - b.noReturns,
    a.walks - b.walks,
    a.outage - b.outage,
    a.minutes - b.minutes,
  ]
  return parts.find((part) => Math.abs(part) > 1e-9) ?? 0
}

/** A step of a runbook: one place, one page or a pair of hands, and what is set there in one go. */
export interface Move {
  place: LaptopPlace
  pageId: Id | null
  changeIds: string[]
}

/** What was marked as built: a revision of the plan, everything still in cartons, the rehearsal on the bench, or a site file. */
export type BuiltWhat = 'revision' | 'cartons' | 'staged' | 'file'
