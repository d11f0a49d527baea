import type { Configuration } from '../configuration'
import type { Id, Ip, LinkEnd, Site } from '../../plan'

/** What a person can do. One vocabulary for the bench, a script and the runbook. */
export type Action =
  | { kind: 'powerOn'; deviceId: Id }
  | { kind: 'cutPower'; deviceId: Id }
  | { kind: 'pullCable'; linkId: Id }
  | { kind: 'plugCable'; linkId: Id }
  /** A patch cable between two free sockets; it goes by its id. */
  | { kind: 'patch'; linkId: Id; a: LinkEnd; b: LinkEnd }
  | { kind: 'adopt'; deviceId: Id }
  | { kind: 'forget'; deviceId: Id }
  | { kind: 'reset'; deviceId: Id }
  | { kind: 'reboot'; deviceId: Id }
  /** The laptop's own cable and address. */
  | {
      kind: 'laptop'
      at: LinkEnd | null
      addressing: 'dhcp' | 'fixed'
      ip: Ip | null
      prefixLength: number
      gateway: Ip | null
    }
  /** The laptop is taken to the device itself: by its console its page opens whatever its ports are set to. */
  | { kind: 'beside'; deviceId: Id }
  /** Opens a device's page: shows what comes up, or why nothing does. */
  | { kind: 'open'; deviceId: Id }
  /** On a device's page: type the planned settings in (all, or only its own address), save, apply. */
  | { kind: 'type'; deviceId: Id; what: 'all' | 'management' }
  | { kind: 'save'; deviceId: Id }
  | { kind: 'apply'; deviceId: Id }
  /** All three in one go. */
  | { kind: 'setUp'; deviceId: Id }
  /** Single settings: the device is to hold this from now on, typed into its own page or its controller's. */
  | { kind: 'set'; deviceId: Id; pageId: Id; configuration: Configuration }
  | { kind: 'firmware'; deviceId: Id; version: string; forTypeId: Id | null }
  /** A controller searches a range: gear for staging, or gear in use with its login. */
  | {
      kind: 'search'
      controllerId: Id
      from: Ip
      to: Ip
      mode: 'staging' | 'inUse'
      login: 'factory' | 'own'
    }
  | { kind: 'licences'; controllerId: Id; ended: boolean }
  /** Somebody slips when the plan is carried out: that mistake, or any that can be made here. Nobody is told what it was. */
  | { kind: 'slip'; code: string | null; luck: number }
  | { kind: 'reveal' }
  /** The bench is set up anew from a later state of the plan; cables and power stay as they are. */
  | { kind: 'replan'; site: Site; revision: number }

export interface TimedAction {
  atUs: number
  action: Action
}
