import type { CapwapState, Phase } from '~/core/world/adoption'
import type { Id, Site } from '~/core/plan'

/** One thing that happened, for the bench log. */
export interface BenchEvent {
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

export interface BenchDevice {
  id: Id
  /** The switch on the wall: whether somebody has given it mains or plugged its supply. */
  switchedOn: boolean
  phase: Phase
  capwap: CapwapState | null
  sinceUs: number
  /** When the phase will end by itself; null while it waits for the world or for a person. */
  dueUs: number | null
  /** Why it waits, in a sentence. */
  waitsFor: string | null
  ip: string | null
  firmware: string | null
  accepted: boolean
  interrupted: boolean
  history: PhaseRecord[]
  /** Raised whenever the phase changes, so that an appointment made before is void. */
  epoch: number
}

export interface Appointment {
  atUs: number
  serial: number
  deviceId: Id
  epoch: number
}

export interface Bench {
  site: Site
  revision: number
  nowUs: number
  devices: Map<Id, BenchDevice>
  pulled: Set<Id>
  queue: Appointment[]
  serial: number
  events: BenchEvent[]
}
