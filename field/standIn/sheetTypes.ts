import type { AddressTest } from '~/core/judge/proof'
import type { Applies, Band, Id } from '~/core/plan'
import type { CapwapState, Led, Page, Phase, Span } from '~/core/world'
import type { LoginPoint } from './clients'

export interface TimedPhase {
  word: string
  phase: Phase
  tookS: number
  expected: Span | null
}

/** One setting three times: as saved, as in force, as planned. */
export interface SettingRow {
  what: string
  saved: string
  running: string
  planned: string
  differs: boolean
}

export interface SocketView {
  port: number
  label: string
  linkId: Id | null
  to: string | null
  pulled: boolean
}

/** All that one device on the bench shows. */
export interface DeviceSheet {
  id: Id
  capwap: CapwapState | null
  leds: { power: Led; status: Led; radios: { band: Band; on: boolean }[] }
  page: Page
  applies: Applies
  settings: SettingRow[]
  typed: boolean
  attempts: { way: string; target: string; ok: boolean; says: string }[]
  past: TimedPhase[]
  firmware: string | null
  factory: { login: string; ip: string | null; servesAddresses: boolean; ssid: string }
  sockets: SocketView[]
  clients: AddressTest[]
  logins: LoginPoint[]
  parent: string | null
  isAsPlanned: boolean
}
