import type { Id } from '../../plan/types'
import type { ChangedPort } from './change'
import type { Fabric } from './fabricTypes'
import { vidOf } from './membership'
import type { Membership } from './membership'
import { portAt } from './plain'

/** A bridge and what it keeps a frame by: a VLAN id, or a tag where nobody sorts. Null: untagged there. */
export interface TouchedState {
  deviceId: Id
  /** 'every': all that come by there. */
  ids: ReadonlySet<number | null> | 'every'
}

/**
 * Where frames are that a changed port may send another way than before: at its own device those of the VLANs that it carries
 * otherwise, and at the other end of its cable those that come in by it otherwise. A domain that has no such frame is as it was.
 * The rules are those of `vidOf` and `egressTag` (IEEE 802.1Q-2022 6.9, 8.6.2, 8.6.4).
 */
export function touchedStates(earlier: Fabric, change: ChangedPort): TouchedState[] {
  const { node, before, after } = change
  const vids = otherVids(before.membership, after.membership)
  const here: TouchedState = { deviceId: node.device.id, ids: vids }
  const { peer } = before
  if (!peer) return [here]
  const isEvery =
    before.membership.admit !== after.membership.admit ||
    before.membership.ingressFilter !== after.membership.ingressFilter
  const sent = new Set<number | null>(vids)
  // An untagged frame is of the native VLAN of the port that sends it, and a priority tag makes no other of it.
  if (entersOtherwise(change))
    for (const id of [portAt(earlier, peer)?.membership.pvid ?? null, null, 0]) sent.add(id)
  return [here, { deviceId: peer.deviceId, ids: isEvery ? 'every' : sent }]
}

/** VLANs that the two carry otherwise, by coming in or by going out. */
function otherVids(one: Membership, other: Membership): Set<number> {
  const vids = new Set<number>()
  for (const vid of [...one.tagged, ...other.tagged, one.pvid, other.pvid])
    if (vid !== null && leaves(one, vid) !== leaves(other, vid)) vids.add(vid)
  return vids
}

const leaves = ({ pvid, tagged }: Membership, vid: number): 'untagged' | 'tagged' | null =>
  pvid === vid ? 'untagged' : tagged.has(vid) ? 'tagged' : null

/** Whether what is plugged in there, and speaks untagged, comes into another VLAN than before, or into none. */
export const entersOtherwise = ({ before, after }: ChangedPort): boolean =>
  vidOf(before.membership, null) !== vidOf(after.membership, null)
