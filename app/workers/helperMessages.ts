import type { ChannelProposal, ChannelWishes } from '~/core/channels'
import type { PlacementProposal, PlacementWishes } from '~/core/placement'
import type { Site } from '~/core/site'

/** What a helper on the ground is asked for. */
export type HelperTask =
  | { kind: 'placement'; site: Site; wishes: PlacementWishes; seconds: number }
  | { kind: 'channels'; site: Site; wishes: ChannelWishes & { lowerPower: boolean }; seconds: number }

export type HelperAnswer =
  | { kind: 'progress'; share: number }
  | { kind: 'placement'; proposal: PlacementProposal }
  | { kind: 'channels'; proposal: ChannelProposal }
  | { kind: 'fault'; message: string }
