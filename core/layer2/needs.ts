import { networkOf } from '../site/lookups'
import type { Network, Site } from '../site/types'
import { attachmentsOf } from './attachments'
import type { Place } from './keys'

/** A place that a network has to get to, and who is there. */
export interface VlanNeed {
  from: Place
  network: Network
  who: string
}

/** Every place that needs a VLAN: where clients can attach, and every box's own management. */
export function vlanNeeds(site: Site): VlanNeed[] {
  const clients = attachmentsOf(site).flatMap(({ place, networkId, label }) => {
    const network = networkOf(site, networkId)
    return network ? [{ from: place, network, who: label }] : []
  })
  const gear = site.devices
    .filter(({ kind, management }) => kind !== 'station' && management.addressing !== 'none')
    .flatMap((device): VlanNeed[] => {
      const network = networkOf(site, device.management.networkId)
      if (!network) return []
      const isHost = device.kind === 'controller' || device.kind === 'radius'
      const key = isHost ? 'self' : (`self:${network.vlanId}` as const)
      return [{ from: { deviceId: device.id, key }, network, who: `${device.name} itself` }]
    })
  return [...clients, ...gear]
}
