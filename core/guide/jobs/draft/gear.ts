import { freeFixedAddress, distinctFixedAddresses, subnetOrNull } from '../../../network/addressing'
import { newDevice, STARTER_TYPES } from '../../../plan'
import type { Device, DeviceType, Ip, Management, Network } from '../../../plan'
import { change, freshId, freshName, put, refuse } from './draft'
import type { Draft } from './draft'

/** The device type of that id: the site's own, or one of the usual ones, which then joins the site. */
export function typeIn(draft: Draft, typeId: string): DeviceType {
  const own = draft.site.deviceTypes.find(({ id }) => id === typeId)
  if (own) return own
  const usual = STARTER_TYPES.find(({ id }) => id === typeId)
  if (!usual) throw new Error(`there is no device type ${typeId}`)
  return put(draft, 'deviceTypes', usual)
}

/** A device more, set up as it is meant: a login of its own, its ports on the VLAN given. */
export function addDevice(
  draft: Draft,
  typeId: string,
  { id, name, place = '', vlanId = 1 }: { id: string; name: string; place?: string; vlanId?: number },
): Device {
  const type = typeIn(draft, typeId)
  const fresh = newDevice(freshId(draft, 'devices', id), freshName(draft, name), type, vlanId)
  return put(draft, 'devices', { ...fresh, place, defaultLogin: false })
}

/** An address of the network that is outside its pool and nobody's. Null, and the draft refused, where there is none. */
export function freeAddress(draft: Draft, network: Network): Ip | null {
  const subnet = subnetOrNull(network.subnet)
  const taken = [...distinctFixedAddresses(draft.site).map(({ ip }) => ip), network.gateway ?? '']
  const ip = subnet && freeFixedAddress(subnet, network, taken)
  if (!ip)
    refuse(
      draft,
      '',
      `${network.name} (${network.subnet}) has no address left outside its pool. Make the pool smaller first.`,
    )
  return ip
}

/** Its own management at a fixed address of the network. */
export function manageAt(draft: Draft, device: Device, network: Network): Device {
  const ip = freeAddress(draft, network)
  return change(draft, device, { management: fixedAt(network, ip) })
}

/** Its own management at an address that it is given. */
export const manageByDhcp = (draft: Draft, device: Device, network: Network): Device =>
  change(draft, device, {
    management: { networkId: network.id, addressing: 'dhcp', ip: null, prefixLength: null, gateway: null },
  })

export const fixedAt = (network: Network, ip: Ip | null): Management => ({
  networkId: network.id,
  addressing: 'fixed',
  ip,
  prefixLength: subnetOrNull(network.subnet)?.prefixLength ?? 24,
  gateway: network.gateway,
})
