import { isInnerRouter, wanOf } from '../../plan/kinds'
import { networkAround } from '../addressing'
import { networkOf } from '../../plan/lookups'
import type { Device, Id, Network } from '../../plan/types'
import { attachmentsOf } from './attachments'
import type { Fabric } from './fabricTypes'
import { socket } from './keys'
import { behaviourOf } from './nodes'
import type { Place } from './keys'
import { awareSocketsBehind, portAt } from './plain'

/** A place that a network has to get to, and who is there. */
export interface VlanNeed {
  from: Place
  network: Network
  who: string
}

/** Every place that needs a VLAN: where clients can attach, every device's own management, an inner router's uplink. */
export function vlanNeeds(fabric: Fabric): VlanNeed[] {
  const { site } = fabric
  const clients = attachmentsOf(site).flatMap(({ place, networkId, label }) => {
    const network = networkOf(site, networkId)
    return network ? [{ from: place, network, who: label }] : []
  })
  const gear = site.devices
    .filter(
      ({ station, remote, management }) =>
        station === null && remote === null && management.addressing !== 'none',
    )
    .flatMap((device): VlanNeed[] => {
      const network = networkOf(site, device.management.networkId)
      if (!network) return []
      const key = behaviourOf(site, device) === 'host' ? 'self' : (`self:${network.vlanId}` as const)
      return [{ from: { deviceId: device.id, key }, network, who: `${device.name} itself` }]
    })
  return [...clients, ...gear, ...uplinkNeeds(fabric)]
}

/** A router behind the router is a client of the network that its uplink is plugged into. */
function uplinkNeeds(fabric: Fabric): VlanNeed[] {
  return fabric.site.devices.flatMap((device): VlanNeed[] => {
    const network = isInnerRouter(device) ? networkBefore(fabric, device) : null
    return network
      ? [{ from: { deviceId: device.id, key: 'up' }, network, who: `the uplink of ${device.name}` }]
      : []
  })
}

/** The network that an inner router's uplink is meant for: that of its typed address, else that of the port before it. */
export function networkBefore(fabric: Fabric, device: Device): Network | null {
  const uplink = wanOf(device)
  if (!uplink) return null
  const typed = uplink.addressing === 'fixed' ? uplink.ip : null
  return (
    (typed !== null ? networkAround(fabric.site, typed) : null) ?? pluggedInto(fabric, device.id, uplink.port)
  )
}

/** The network of the port that a socket is cabled to, plain devices passed. */
export function pluggedInto(fabric: Fabric, deviceId: Id, port: number): Network | null {
  const [place] = awareSocketsBehind(fabric, { deviceId, key: socket(port) })
  const pvid = place && portAt(fabric, place)?.membership.pvid
  return fabric.site.networks.find(({ vlanId }) => vlanId === pvid) ?? null
}
