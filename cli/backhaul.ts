import {
  aftermathOf,
  byWeight,
  choiceFor,
  chosenTree,
  failureStudy,
  meshOf,
  rootsOf,
} from '~/core/radio/backhaul'
import { isOnAir } from '~/core/plan'
import { oneFile } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

const round = (value: number): number => Math.round(value * 10) / 10

/** `backhaul FILE`: how every device on the air is best fed, the mesh tree with its bound, and what each failure does. Exit 1 when a device is not fed. */
export const backhaulCommand = (files: string[]): Output =>
  oneFile(files, (file) => {
    const read = readSite(file)
    if (!read.ok) return badInput(read.problems)
    const site = read.value
    if (rootsOf(site).length === 0)
      return badInput([
        {
          path: ['devices'],
          code: 'root.none',
          message: 'No gateway and no modem: there is nothing to feed from.',
        },
      ])
    const choices = site.devices.filter(isOnAir).map((device) => choiceFor(site, device))
    const mesh = chosenTree(site, meshOf(site, 'all'))
    const study = failureStudy(site)
    const failures = byWeight(study.elements.map((element) => aftermathOf(study, element))).filter(
      ({ dark, reattached, feedLost }) => feedLost || dark.length + reattached.length > 0,
    )
    const json = {
      site: site.name,
      boxes: choices.map(({ device, ways, best, says }) => ({
        name: device.name,
        says,
        best: best?.name ?? null,
        ways: ways.map((way) => ({
          way: way.kind,
          name: way.name,
          planned: way.isPlanned,
          lowMbps: round(way.lowMbps),
          likelyMbps: round(way.likelyMbps),
          highMbps: round(way.highMbps),
          takesPercentPer10Mbps: round(way.takesPercentPer10),
          metres: round(way.metres),
          hours: round(way.hours),
          money: Math.round(way.money),
          cannot: way.cannot,
        })),
      })),
      mesh: {
        proven: mesh.tree.proven,
        worstMbps: round(mesh.worstMbps),
        boundWorstMbps: round(mesh.boundWorstMbps),
        nodes: mesh.nodes.map(({ child, parent, hops, mbps, hop, remedy }) => ({
          name: child.name,
          parent: parent?.name ?? null,
          hops,
          mbps: round(mbps),
          levelDbm: hop ? round(hop.weakerDbm) : null,
          remedy,
        })),
      },
      failures: failures.map(({ element, dark, reattached, slower, feedLost }) => ({
        what: element.name,
        feedLost,
        kind: element.kind,
        dark: dark.map(({ name }) => name),
        reattached: reattached.map(({ name, parent, mbps }) => ({ name, parent, mbps: round(mbps) })),
        slower: slower.map(({ name, beforeMbps, afterMbps }) => ({
          name,
          beforeMbps: round(beforeMbps),
          afterMbps: round(afterMbps),
        })),
      })),
    }
    const isFed = choices.every(({ ways }) =>
      ways.some(({ isPlanned, cannot }) => isPlanned && cannot === null),
    )
    return { exitCode: isFed ? 0 : 1, json, text: textOf(json) }
  })

interface Spoken {
  boxes: { name: string; says: string }[]
  mesh: {
    nodes: {
      name: string
      parent: string | null
      hops: number
      mbps: number
      levelDbm: number | null
      remedy: string | null
    }[]
  }
  failures: {
    what: string
    feedLost: boolean
    dark: string[]
    reattached: { name: string; parent: string; mbps: number }[]
  }[]
}

const textOf = ({ boxes, mesh, failures }: Spoken): string =>
  [
    ...boxes.map(({ name, says }) => `${name}: ${says}`),
    '',
    ...mesh.nodes.map(({ name, parent, hops, mbps, levelDbm, remedy }) =>
      parent
        ? `${name} has its uplink to ${parent}, ${hops} hop${hops === 1 ? '' : 's'}, ${levelDbm} dBm, ${mbps} Mbit/s alone`
        : `${name} has no uplink: ${remedy}`,
    ),
    '',
    ...failures.map(
      ({ what, feedLost, dark, reattached }) =>
        `Without ${what}: ${[
          ...(feedLost ? ['no internet'] : []),
          ...(dark.length > 0 ? [`dark ${dark.join(', ')}`] : []),
          ...reattached.map(
            ({ name, parent, mbps }) => `${name} has its uplink to ${parent} with ${mbps} Mbit/s`,
          ),
        ].join('; ')}`,
    ),
  ].join('\n')
