import type { Device, Forward, Group, Network, Rule, SecurityProfile, Ssid } from '../../plan'

/**
 * What one device holds: its share of a plan. Networks are there as far as it knows them: who routes and who serves is this device
 * or nobody, a pool is there with who serves it.
 */
export interface Configuration {
  device: Device
  networks: Network[]
  ssids: Ssid[]
  profiles: SecurityProfile[]
  groups: Group[]
  rules: Rule[]
  forwards: Forward[]
}
