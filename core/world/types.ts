import type { CapwapState, Phase } from './adoption'
import type { Configuration } from './configuration'
import type { Slip } from './faults'
import type { Attempt } from '../network/discovery'
import type { Lease } from '../network/layer3'
import type { Id, Ip, Link, LinkEnd, Site } from '../plan'

/** One thing that happened. */
export interface WorldEvent {
  atUs: number
  deviceId: Id | null
  text: string
}

/** How long a finished phase took. */
export interface PhaseRecord {
  phase: Phase
  fromUs: number
  untilUs: number
}

/** A device as it is. Never changed in place: a change is a new one. */
export interface Gear {
  readonly id: Id
  /** The switch on the wall: whether somebody has given it mains or plugged its supply. */
  readonly switchedOn: boolean
  readonly phase: Phase
  readonly capwap: CapwapState | null
  readonly sinceUs: number
  /** When the phase will end by itself; null while it waits for the world or for a person. */
  readonly dueUs: number | null
  /** Why it waits, in a sentence. */
  readonly waitsFor: string | null
  readonly firmware: string | null
  /** What was typed in and is neither saved nor in force; null: nothing. */
  readonly typed: Configuration | null
  /** What it comes up with. */
  readonly saved: Configuration
  /** What is in force. */
  readonly running: Configuration
  readonly isFactory: boolean
  /** What it has of an address server; null where its address is typed in, or it has none. */
  readonly lease: Lease | null
  readonly leaseUntilUs: number | null
  readonly ip: Ip | null
  /** The controller that lists it, and whether it was adopted there. */
  readonly listedAt: Id | null
  readonly accepted: boolean
  /** Controllers it has been joined to, and those that found it by searching. */
  readonly remembers: readonly Id[]
  readonly foundBy: readonly Id[]
  readonly attempts: readonly Attempt[]
  /** It was cut off while it was being set up. */
  readonly interrupted: boolean
  /** It took an image made for another type. */
  readonly wrongImage: boolean
  /** A new image is being written into it: what loses power now, has none. */
  readonly isFlashing: boolean
  /** Its image was written half: it starts nothing until it is recovered. */
  readonly halfWritten: boolean
  /** Its way is by radio now, and to whom. */
  readonly byRadio: boolean
  readonly parentId: Id | null
  /** Its cable brought no address for so long that it looks for a parent. */
  readonly gaveUpCable: boolean
  readonly history: readonly PhaseRecord[]
  /** How often each phase was drawn for. */
  readonly tally: Readonly<Partial<Record<Phase, number>>>
  /** Raised whenever the phase changes, so that an appointment made before is void. */
  readonly epoch: number
}

/** An address that a server has given: to whom, and until when it gives it to nobody else. */
export interface Binding {
  readonly by: Id
  readonly untilUs: number
}

/** Where the laptop is plugged in, and how it gets its address. */
export interface Laptop {
  readonly at: LinkEnd | null
  readonly addressing: 'dhcp' | 'fixed'
  readonly ip: Ip | null
  readonly prefixLength: number
  readonly gateway: Ip | null
  /** Held to a device itself, by its console or a cable of its own: its page opens whatever its ports are set to. */
  readonly beside: Id | null
}

export interface Appointment {
  readonly atUs: number
  readonly serial: number
  readonly deviceId: Id
  readonly epoch: number
  /** The phase runs out, or half the lease has. */
  readonly what: 'phase' | 'lease'
}

/**
 * The gear as it is now. Plain data but for what is worked out from it and kept aside; a copy of the maps and lists is a world of
 * its own.
 */
export interface World {
  /** What is meant: what a person types in and a controller sends. */
  plan: Site
  revision: number
  /** The plan as the hands carry it out who slip once, and what the slip was; null: they do not. Nobody is told. */
  hands: Slip | null
  /** Everybody has been told what it was. */
  isRevealed: boolean
  /** Devices that were set otherwise than the plan has them, one by one, and what they are meant to hold since. */
  decided: Map<Id, Configuration>
  seed: number
  nowUs: number
  serial: number
  gear: Map<Id, Gear>
  /** Planned cables that are out, and patch cables of the bench that are in. */
  pulled: Set<Id>
  patches: Link[]
  /** Controllers whose licences have run out. */
  unlicensed: Set<Id>
  laptop: Laptop
  queue: Appointment[]
  events: WorldEvent[]
  start: Start
  /** Raised when what carries or manages others changes: who waits for the world asks again. */
  backbone: number
  /** Raised when what a device runs, a cable or a parent changes: the running site is another. */
  composition: number
  /** Raised at every change of any device. */
  version: number
  /** Raised when who is up, switched on or cabled changes: power is dealt out anew. */
  power: number
  /** What servers have given and still hold, by server and address; what each device had of each; how many each has given. */
  leases: Map<string, Binding>
  bound: Map<string, Ip>
  given: Map<string, number>
  /** The backbone as it was when everybody who waits was last asked, and when power was last dealt out. */
  asked: number
  powered: number
  /** Who is master of each member of a cluster. */
  masters: Map<Id, Id>
}

/**
 * How new gear begins. carton: all of it as delivered · prepared: what adopts nobody is set up as planned · installed: all of it as
 * planned, adopted by whom it is meant for.
 */
export type Start = 'carton' | 'prepared' | 'installed'
