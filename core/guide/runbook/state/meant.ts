import { socketNumber } from '../../../network/layer2'
import { deviceOf } from '../../../plan'
import type { Id, Site } from '../../../plan'
import type { MeantAt } from './versions'

/**
 * Which network a place is for while half of the gear is of the old plan: a socket is for that of the plan whose VLAN it has now. By its
 * VLAN alone it may be taken for another, where VLANs change hands.
 */
export function meantBy(present: Site, target: Site): MeantAt {
  const byVlan = (site: Site, vlanId: number | null): Id | null =>
    site.networks.find((network) => network.vlanId === vlanId)?.id ?? null
  const nativeAt = (site: Site, deviceId: Id, number: number): number | null | undefined =>
    deviceOf(site, deviceId)?.ports.find((port) => port.number === number)?.nativeVlan
  return ({ kind, place, networkId }, nativeVlan) => {
    const number = socketNumber(place.key)
    if (kind !== 'port' || number === null) return networkId
    const plan = [present, target].find((site) => nativeAt(site, place.deviceId, number) === nativeVlan)
    return plan ? byVlan(plan, nativeVlan) : null
  }
}
