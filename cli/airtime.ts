import loadHighs from 'highs'
import { capacityOf } from '~/core/radio/backhaul'
import { solveWith } from '~/core/lib/solver'
import { oneFile } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

const round = (value: number): number => Math.round(value * 10) / 10

/** `airtime FILE`: what every area and node gets when all want theirs at once, and what holds it back. Exit 1 when an area falls short. */
export const airtimeCommand = (files: string[]): Output | Promise<Output> =>
  oneFile<Output | Promise<Output>>(files, async (file) => {
    const read = readSite(file)
    if (!read.ok) return badInput(read.problems)
    const capacity = capacityOf(read.value, solveWith(await loadHighs()))
    const range = ({
      lowMbps,
      likelyMbps,
      highMbps,
    }: {
      lowMbps: number
      likelyMbps: number
      highMbps: number
    }) => ({
      lowMbps: round(lowMbps),
      likelyMbps: round(likelyMbps),
      highMbps: round(highMbps),
    })
    const areas = capacity.areas.map((one) => ({
      area: one.area.name,
      wantsMbps: round(one.wantsMbps),
      getsMbps: round(one.fairMbps),
      heldBackBy: one.heldBackBy,
      oneClient: range(one.expected),
      servedBy: one.servedBy.map(({ name }) => name),
    }))
    const nodes = capacity.nodes.map((one) => ({
      box: one.device.name,
      airHops: one.airHops,
      uplink: range(one.expected),
      by: one.by,
    }))
    const air = capacity.cliques.map(({ names, channels, freeShare }) => ({
      radios: names,
      channels,
      freePercent: round(freeShare * 100),
    }))
    const short = areas.filter(({ wantsMbps, getsMbps }) => getsMbps < wantsMbps * 0.99)
    return {
      exitCode: short.length > 0 ? 1 : 0,
      json: { site: read.value.name, areas, nodes, air, dark: capacity.dark },
      text: [
        ...areas.map(
          ({ area, wantsMbps, getsMbps, heldBackBy, oneClient }) =>
            `${area}: wants ${wantsMbps}, gets ${getsMbps} Mbit/s${heldBackBy ? `, held back by ${heldBackBy}` : ''}; one client alone ${oneClient.lowMbps} to ${oneClient.highMbps}, likely ${oneClient.likelyMbps}`,
        ),
        ...nodes.map(
          ({ box, uplink, by }) =>
            `${box}: uplink ${uplink.lowMbps} to ${uplink.highMbps}, likely ${uplink.likelyMbps} Mbit/s, set by ${by}`,
        ),
      ].join('\n'),
    }
  })
