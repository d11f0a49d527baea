import { expose } from 'comlink'
import { proposeChannels } from '~/core/radio/channels'
import type { ChannelAims } from '~/core/radio/channels'
import { proposePlacement } from '~/core/radio/placement'
import type { PlacementAims } from '~/core/radio/placement'
import type { Site } from '~/core/plan'
import { newId } from '../hooks/newId'
import { solverHere } from './solverHere'

/** How far it is, from 0 to 1. */
type OnShare = (share: number) => void

/** The helpers on the ground: at most so many seconds each. */
const service = {
  placement: async (site: Site, aims: PlacementAims, seconds: number, onShare: OnShare) =>
    proposePlacement(site, aims, await solverHere(), seconds, newId, onShare),
  channels: async (
    site: Site,
    aims: ChannelAims & { lowerPower: boolean },
    seconds: number,
    onShare: OnShare,
  ) => proposeChannels(site, aims, await solverHere(), seconds, onShare),
}
export type HelperService = typeof service

expose(service)
