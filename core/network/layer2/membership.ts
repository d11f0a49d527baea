import type { AdmitFrames, Port, VlanId } from '../../plan/types'

/** A frame's tag on the wire: a VLAN id, 0 for priority-tagged, null for untagged. */
export type Tag = VlanId | null

/** What a bridge port knows about VLANs. Names follow IEEE 802.1Q-2022 clause 6.9 and 8.8. */
export interface Membership {
  /** The VLAN untagged frames are put on; null when they are dropped. */
  pvid: VlanId | null
  tagged: ReadonlySet<VlanId>
  admit: AdmitFrames
  ingressFilter: boolean
}

export interface Refusal {
  reason: string
  clause: string
}

export type Classified = { ok: true; vid: VlanId } | { ok: false; refusal: Refusal }

/** A switch port's settings as a membership. An access port is a member of its one VLAN only. */
export const membershipOf = (port: Port): Membership => ({
  pvid: port.nativeVlan,
  tagged: new Set(port.mode === 'trunk' ? port.taggedVlans : []),
  admit: port.admit,
  ingressFilter: port.ingressFilter,
})

/** A port that carries one VLAN untagged and nothing else. */
export const untaggedMember = (vlanId: VlanId | null): Membership => ({
  pvid: vlanId,
  tagged: new Set(),
  admit: 'untaggedOnly',
  ingressFilter: true,
})

/** A port that carries one VLAN untagged and every other of the list tagged. */
export const admitsAll = (pvid: VlanId | null, vlans: VlanId[]): Membership => ({
  pvid,
  tagged: new Set(vlans.filter((vlanId) => vlanId !== pvid)),
  admit: 'all',
  ingressFilter: true,
})

export const isMember = (membership: Membership, vid: VlanId): boolean =>
  membership.pvid === vid || membership.tagged.has(vid)

const untagged = (tag: Tag): boolean => tag === null || tag === 0
const refuse = (reason: string, clause: string): Classified => ({ ok: false, refusal: { reason, clause } })

/**
 * Which VLAN an arriving frame belongs to, or why it is dropped.
 * Source: IEEE 802.1Q-2022 6.9 (acceptable frame types, PVID classification; a VID of 0 counts as untagged) and
 * 8.6.2 (ingress filtering).
 */
export function classify(membership: Membership, tag: Tag): Classified {
  const vid = vidOf(membership, tag)
  return vid === null ? refuse(...whyRefused(membership, tag)) : { ok: true, vid }
}

/** The VLAN of `classify` alone, null when the frame is dropped: asked for every port of every walk. */
export function vidOf({ admit, pvid, ingressFilter, tagged }: Membership, tag: Tag): VlanId | null {
  if (untagged(tag)) return admit === 'taggedOnly' ? null : pvid
  const vid = tag as VlanId
  if (admit === 'untaggedOnly') return null
  return ingressFilter && pvid !== vid && !tagged.has(vid) ? null : vid
}

function whyRefused({ admit }: Membership, tag: Tag): [reason: string, clause: string] {
  if (untagged(tag))
    return admit === 'taggedOnly'
      ? ['the port admits tagged frames only, and this one has no tag', '802.1Q 6.9 acceptable frame types']
      : ['the port has no native VLAN, so an untagged frame belongs nowhere', '802.1Q 6.9 PVID']
  return admit === 'untaggedOnly'
    ? [
        `the port admits untagged frames only, and this one carries tag ${tag}`,
        '802.1Q 6.9 acceptable frame types',
      ]
    : [`the port is not a member of VLAN ${tag}`, '802.1Q 8.6.2 ingress filtering']
}

/**
 * The tag a frame of that VLAN leaves with, or undefined when the port is not a member and it does not leave.
 * Source: IEEE 802.1Q-2022 8.6.4 (egress filtering) and 6.9.2 (untagged set).
 */
export function egressTag(membership: Membership, vid: VlanId): Tag | undefined {
  if (membership.pvid === vid) return null
  return membership.tagged.has(vid) ? vid : undefined
}
