import type { Id } from '../../plan/types'

/**
 * A port of a bridge: a socket, an SSID on the air, the radio link up or down, the tunnel to a
 * controller or of an access point elsewhere, the device's own interface in a VLAN,
 * its interface on the uplink, or a modem's feed.
 */
export type PortKey =
  | `port:${number}`
  | `ssid:${string}`
  | `air:${string}`
  | 'air'
  | `tunnel:${string}`
  | 'tunnel'
  | `self:${number}`
  | 'self'
  | 'up'
  | 'feed'

export interface Place {
  deviceId: Id
  key: PortKey
}

export const socket = (number: number): PortKey => `port:${number}`
export const socketNumber = (key: PortKey): number | null =>
  key.startsWith('port:') ? Number(key.slice(5)) : null

export const placeKey = ({ deviceId, key }: Place): string => `${deviceId} ${key}`
export const samePlace = (a: Place, b: Place): boolean => a.deviceId === b.deviceId && a.key === b.key
