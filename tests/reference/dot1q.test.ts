import { classify, egressTag } from '~/core/network/layer2'
import type { Membership } from '~/core/network/layer2'

/**
 * Rules of IEEE 802.1Q-2022: 6.9 (acceptable frame types; VID classification; a null VID, tag 0, counts as untagged
 * and is classified by PVID), 8.6.2 (ingress filtering discards a frame whose VID the port is not a member of),
 * 8.6.4 (egress: forward only where the port is in the member set), 6.9.2 (tagged or not by the untagged set).
 */
const trunk: Membership = { pvid: 10, tagged: new Set([20, 30]), admit: 'all', ingressFilter: true }
const access: Membership = { pvid: 10, tagged: new Set(), admit: 'untaggedOnly', ingressFilter: true }

const vid = (membership: Membership, tag: number | null) => {
  const result = classify(membership, tag)
  return result.ok ? result.vid : result.refusal.clause
}

test.each([
  ['untagged on a trunk goes to the PVID', trunk, null, 10],
  ['priority-tagged (VID 0) goes to the PVID', trunk, 0, 10],
  ['a member VID keeps its VLAN', trunk, 20, 20],
  ['the PVID may also come tagged', trunk, 10, 10],
  ['a VID that is not a member is filtered', trunk, 40, '802.1Q 8.6.2 ingress filtering'],
  ['without ingress filtering it enters', { ...trunk, ingressFilter: false }, 40, 40],
  ['untagged without a PVID', { ...trunk, pvid: null }, null, '802.1Q 6.9 PVID'],
  [
    'untagged where tagged only is admitted',
    { ...trunk, admit: 'taggedOnly' },
    null,
    '802.1Q 6.9 acceptable frame types',
  ],
  [
    'priority-tagged where tagged only is admitted',
    { ...trunk, admit: 'taggedOnly' },
    0,
    '802.1Q 6.9 acceptable frame types',
  ],
  ['tagged where tagged only is admitted', { ...trunk, admit: 'taggedOnly' }, 30, 30],
  ['untagged on an access port', access, null, 10],
  ['priority-tagged on an access port', access, 0, 10],
  ['tagged on an access port, even with its own VID', access, 10, '802.1Q 6.9 acceptable frame types'],
] as [string, Membership, number | null, number | string][])('%s', (_name, membership, tag, expected) => {
  expect(vid(membership, tag)).toBe(expected)
})

test.each([
  ['the PVID leaves untagged', trunk, 10, null],
  ['a tagged member leaves with its tag', trunk, 20, 20],
  ['others do not leave', trunk, 40, undefined],
  ['an access port lets nothing else out', access, 20, undefined],
] as [string, Membership, number, number | null | undefined][])(
  'egress: %s',
  (_name, membership, given, expected) => {
    expect(egressTag(membership, given)).toBe(expected)
  },
)
