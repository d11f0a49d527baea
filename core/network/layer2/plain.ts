import type { Fabric, FabricPort } from './fabricTypes'
import { placeKey, socketNumber } from './keys'
import type { Place } from './keys'

export const portAt = (fabric: Fabric, { deviceId, key }: Place): FabricPort | undefined =>
  fabric.nodes.get(deviceId)?.ports.get(key)

/**
 * The sockets of VLAN-aware devices that a frame comes to which leaves by this socket, straight over the cable or through
 * any number of devices that pass frames as they come.
 */
export function awareSocketsBehind(fabric: Fabric, start: Place): Place[] {
  const met: Place[] = []
  const first = portAt(fabric, start)?.peer
  const queue: Place[] = first ? [first] : []
  const seen = new Set<string>([placeKey(start)])
  for (const place of queue) {
    if (seen.has(placeKey(place))) continue
    seen.add(placeKey(place))
    const node = fabric.nodes.get(place.deviceId)
    const port = node?.ports.get(place.key)
    if (!node || port?.group !== 'lan') continue
    if (node.behaviour === 'aware' && socketNumber(place.key) !== null) met.push(place)
    if (node.behaviour !== 'transparent') continue
    for (const out of node.ports.values())
      if (out.key !== place.key && out.group === 'lan' && out.peer) queue.push(out.peer)
  }
  return met
}
