import { radioTcpGoodputMbps } from '../airtime'
import type { PlannedRadio } from '../coverage'
import {
  allowanceOf,
  channelsOf,
  channelsWithin,
  milliwatts,
  rateMbps,
  regionOf,
  sharedMhz,
  spanOf,
} from '../propagation'
import { indexOf, WIDTHS_MHZ } from '../../plan'
import type { Band, GroundSettings, Neighbour, Site } from '../../plan'
import type { Solve } from '../../lib/solver'
import { assign } from './assign'
import type { Assigned } from './assign'
import type { Clashes } from './clashes'
import type { Hearing } from './hearing'

export interface ChannelOption {
  channel: number
  widthMhz: number
  radar: boolean
}

export interface ChannelAims {
  /** Whether channels on which radar may come first are to be used. */
  useRadar: boolean
}

export interface ChannelPlan extends Assigned {
  radios: readonly PlannedRadio[]
  before: number
  options: ChannelOption[][]
  loadMbps: number[]
}

/** 2.4 GHz has room for three channels of 20 MHz, or four that overlap a little; two methods. Common practice, no source. */
export const PLANS_24: Record<GroundSettings['channelPlan24'], number[]> = {
  '1-6-11': [1, 6, 11],
  '1-5-9-13': [1, 5, 9, 13],
}

/** A channel that may have to be left at once is worth a little less than one that stays. Common practice, no source. */
const RADAR_PRICE = 0.05
/** Signal over noise that a cell is planned for when the width is chosen: about index 5. Assumed. */
const PLANNED_RATIO_DB = 25
/** Share of the air that one radio can count on. Assumed; the airtime of the whole site is worked out elsewhere. */
const AIR_SHARE = 0.5

/** The blocks that a radio may take in its country, at the width its load asks for. */
export function optionsOf(
  site: Site,
  radio: PlannedRadio,
  loadMbps: number,
  aims: ChannelAims,
): ChannelOption[] {
  const region = regionOf(site.country)
  const allowed = channelsOf(region, radio.band)
  if (radio.band === '2.4')
    return PLANS_24[site.ground.channelPlan24]
      .filter((channel) => allowed.includes(channel))
      .map((channel) => ({ channel, widthMhz: 20, radar: false }))
  const widthMhz = widthFor(site, radio, loadMbps)
  const blocks = new Map<number, ChannelOption>()
  for (const channel of allowed) {
    const parts = channelsWithin(radio.band, channel, widthMhz)
    const rules = parts.map((part) => allowanceOf(region, radio.band, part))
    if (rules.some((rule) => !rule)) continue
    const radar = rules.some((rule) => rule?.radar)
    if (radar && !aims.useRadar) continue
    const first = Math.min(...parts)
    if (!blocks.has(first)) blocks.set(first, { channel: first, widthMhz, radar })
  }
  return [...blocks.values()]
}

/** The narrowest width that carries the load; wider ones only cost room. */
function widthFor(site: Site, { generation, streams, device, band }: PlannedRadio, loadMbps: number): number {
  const type = device.typeId ? indexOf(site).types.get(device.typeId) : undefined
  const most = type?.radios.find((spec) => spec.band === band)?.maxWidthMhz ?? 80
  const widths = WIDTHS_MHZ.filter((width) => width <= most)
  const carries = (width: number) =>
    AIR_SHARE * radioTcpGoodputMbps(rateMbps(generation, width, streams, PLANNED_RATIO_DB)) >= loadMbps
  return widths.find(carries) ?? widths.at(-1) ?? 20
}

/** The share of the narrower one's spectrum that two blocks have in common. */
export function clashOf(band: Band, a: ChannelOption, b: ChannelOption): number {
  const shared = sharedMhz(spanOf(band, a.channel, a.widthMhz), spanOf(band, b.channel, b.widthMhz))
  return shared / Math.min(a.widthMhz, b.widthMhz)
}

/** Foreign radios weigh by how loud they are over −82 dBm, in steps of ten decibels, on the load of the radio. */
function foreignCost(
  band: Band,
  option: ChannelOption,
  neighbours: readonly Neighbour[],
  loadMbps: number,
): number {
  return neighbours
    .filter((heard) => heard.band === band)
    .reduce((sum, heard) => {
      const clash = clashOf(band, option, { channel: heard.channel, widthMhz: heard.widthMhz, radar: false })
      return sum + clash * Math.max(1, loadMbps) * Math.min(1, milliwatts(heard.rssiDbm) / milliwatts(-72))
    }, 0)
}

/** Channels for all radios of one band. Locked radios keep what they have. */
export function planChannels(
  site: Site,
  radios: readonly PlannedRadio[],
  { edges, loadMbps }: Hearing,
  aims: ChannelAims,
  solve: Solve | null,
  seconds = 10,
  onShare: (share: number) => void = () => undefined,
): ChannelPlan {
  const band = radios[0]?.band ?? '5'
  const own = radios.map((radio): ChannelOption | null =>
    radio.channel === null ? null : { channel: radio.channel, widthMhz: radio.widthMhz, radar: false },
  )
  const options = radios.map((radio, i) => {
    const kept = own[i]
    return radio.locked && kept ? [kept] : optionsOf(site, radio, loadMbps[i]!, aims)
  })
  const price = (option: ChannelOption, i: number) =>
    foreignCost(band, option, site.neighbours, loadMbps[i]!) +
    (option.radar ? RADAR_PRICE * Math.max(1, loadMbps[i]!) : 0)
  const problem: Clashes = {
    options: options.map(({ length }) => length),
    own: options.map((list, i) => list.map((option) => price(option, i))),
    edges,
    clash: (i, a, j, b) => clashOf(band, options[i]![a]!, options[j]![b]!),
    name: (i, a) => `${options[i]![a]!.channel}/${options[i]![a]!.widthMhz}`,
    fixed: radios.map((radio) => (radio.locked ? 0 : null)),
  }
  return {
    ...assign(problem, solve, seconds, 1, onShare),
    radios,
    options,
    loadMbps,
    before: costNow(band, own, edges, price),
  }
}

/** What the plan costs as it is; a radio without a channel clashes with everybody. */
function costNow(
  band: Band,
  own: (ChannelOption | null)[],
  edges: Hearing['edges'],
  price: (option: ChannelOption, i: number) => number,
): number {
  const alone = own.reduce((sum, option, i) => sum + (option ? price(option, i) : 0), 0)
  return edges.reduce((sum, { i, j, weight }) => {
    const [a, b] = [own[i], own[j]]
    return sum + weight * (a && b ? clashOf(band, a, b) : 1)
  }, alone)
}
