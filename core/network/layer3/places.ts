import { grouped } from '../../lib/grouped'
import { attachmentsIn, placeKey } from '../layer2'
import type { Attachment, Place } from '../layer2'
import { subnetOrNull } from '../addressing'
import { isEnterprise, profileOf } from '../../plan'
import type { Id } from '../../plan'
import { possibleAddresses } from './address'
import { heed, keptPerTwin } from './kept'
import type { Lease } from './lease'
import { joined } from './login'
import type { Twin } from './twin'

const kept = keptPerTwin<Attachment[][]>('place classes')

/** The places of a network's clients, those together that must fare alike: one broadcast domain, one way of joining, one kind of address. */
export const placeClasses = (twin: Twin, networkId: Id): readonly Attachment[][] =>
  kept(twin, networkId, () => {
    heed(twin, networkId)
    const places = attachmentsIn(twin.site, networkId)
    return [...grouped(places, (attachment) => classKey(twin, attachment)).values()]
  })

function classKey(twin: Twin, attachment: Attachment): string {
  const air = joined(twin, attachment)
  if (attachment.kind === 'station') {
    if (air) return attachment.id
    const [address] = possibleAddresses(twin, attachment)
    return `station ${segmentKey(twin, attachment.place)} ${address?.lease ? addressKey(address.lease) : ''}`
  }
  const login = air ? `${air.ssid.id} ${isEnterprise(profileOf(twin.site, air.ssid)) ? air.boxId : ''}` : ''
  return `${segmentKey(twin, attachment.place)} ${login}`
}

/** Places in one broadcast domain share it; else each is its own. */
export const segmentKey = (twin: Twin, place: Place): string =>
  String(twin.segments.from(place)?.id ?? placeKey(place))

/** What matters of an address: its network, mask and gateway; the address itself where its mask is not the network's. */
export function addressKey({ ip, prefixLength, gateway, network }: Lease): string {
  const isPlain = network !== null && subnetOrNull(network.subnet)?.prefixLength === prefixLength
  return `${network?.id ?? ''} ${isPlain ? '' : `${ip}/${prefixLength}`} ${gateway ?? ''}`
}
