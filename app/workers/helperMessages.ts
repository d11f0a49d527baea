import type { ChannelProposal, ChannelAims } from '~/core/radio/channels'
import type { PlacementProposal, PlacementAims } from '~/core/radio/placement'
import type { Site } from '~/core/plan'

/** What a helper on the ground is asked for. */
export type HelperTask =
  | { kind: 'placement'; site: Site; aims: PlacementAims; seconds: number }
  | { kind: 'channels'; site: Site; aims: ChannelAims & { lowerPower: boolean }; seconds: number }

export type HelperAnswer =
  | { kind: 'progress'; share: number }
  | { kind: 'placement'; proposal: PlacementProposal }
  | { kind: 'channels'; proposal: ChannelProposal }
  | { kind: 'fault'; message: string }
