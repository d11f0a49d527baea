import { portName } from '../../plan/lookups'
import type { Site, VlanId } from '../../plan/types'
import type { Attachment } from './attachments'
import { attachmentsOf } from './attachments'
import { buildFabric } from './fabric'
import type { Fabric } from './fabricTypes'
import { placeKey, socketNumber } from './keys'
import type { Tag } from './membership'
import { flood } from './walk'
import type { Loop } from './walk'

export interface Heard {
  attachmentId: string
  /** The tag seen on the wire there; null when there is none. */
  tag: Tag
}

/** What one broadcast gets to: sent from an attachment with a tag. */
export interface Broadcast {
  attachmentId: string
  sentTag: Tag
  heard: Heard[]
  /** The ports at which it comes round again, by name. */
  loopsAt: string[]
}

/** Every VLAN id that stands anywhere in the plan. */
export function vlansInPlan(site: Site): VlanId[] {
  const ids = new Set(site.networks.map(({ vlanId }) => vlanId))
  for (const { ports } of site.devices)
    for (const { nativeVlan, taggedVlans } of ports) {
      if (nativeVlan !== null) ids.add(nativeVlan)
      for (const vlanId of taggedVlans) ids.add(vlanId)
    }
  return [...ids].sort((a, b) => a - b)
}

/** One VLAN id that stands for all those that no plan names; only devices that sort by no VLAN let it through. */
export function unnamedVlan(site: Site): VlanId {
  const named = new Set(vlansInPlan(site))
  let vlanId = 2
  while (named.has(vlanId)) vlanId++
  return vlanId
}

/**
 * Tags a client can send from there: on the air none; on a wire none, a priority tag (VID 0, IEEE 802.1Q-2022 9.6), and
 * each VLAN id of the plan, and one that the plan does not name.
 */
export const sendableTags = (site: Site, attachment: Attachment): Tag[] =>
  attachment.kind === 'ssid' ? [null] : [null, 0, ...vlansInPlan(site), unnamedVlan(site)]

/** For every attachment and every tag it can send: exactly which (attachment, tag) a broadcast reaches. */
export function broadcasts(site: Site): Broadcast[] {
  const fabric = buildFabric(site)
  const attachments = attachmentsOf(site)
  const ears = new Map(attachments.map((attachment) => [earKey(attachment), attachment.id]))
  return attachments.flatMap((attachment) =>
    sendableTags(site, attachment).map((tag) => broadcastFrom(fabric, ears, attachment, tag)),
  )
}

/** A station listens on its wire, whatever the tag; every other attachment is where the frame comes out. */
const earKey = ({ kind, place }: Attachment): string =>
  kind === 'station' ? `${place.deviceId} *` : placeKey(place)

function broadcastFrom(
  fabric: Fabric,
  ears: Map<string, string>,
  attachment: Attachment,
  sentTag: Tag,
): Broadcast {
  const { deliveries, visits, loops } = flood(fabric, attachment.place, sentTag)
  const atWire = visits
    .filter(({ deviceId, inKey }) => inKey !== 'self' && fabric.nodes.get(deviceId)?.behaviour === 'host')
    .map(({ deviceId, tagIn }) => ({ key: `${deviceId} *`, tag: tagIn }))
  const atSocket = deliveries.map(({ place, tag }) => ({ key: placeKey(place), tag }))
  const heard = [...atSocket, ...atWire].flatMap(({ key, tag }) => {
    const attachmentId = ears.get(key)
    return attachmentId === undefined || attachmentId === attachment.id ? [] : [{ attachmentId, tag }]
  })
  return { attachmentId: attachment.id, sentTag, heard, loopsAt: loopNames(fabric, loops) }
}

function loopNames({ site }: Fabric, loops: Loop[]): string[] {
  const names = loops.map(({ place: { deviceId, key } }) => {
    const port = socketNumber(key)
    const device = site.devices.find(({ id }) => id === deviceId)?.name ?? deviceId
    return port === null ? `the radio link of ${device}` : portName(site, { deviceId, port })
  })
  return [...new Set(names)]
}
