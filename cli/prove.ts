import loadHighs from 'highs'
import { fewestStops, goalName, untriedWord } from '~/core/judge/proof'
import type { Untried } from '~/core/judge/proof'
import { solveWith } from '~/core/lib/solver'
import { networkOf } from '~/core/plan'
import type { Site } from '~/core/plan'
import { planTwin } from '~/core/radio/backhaul'
import { oneFile } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `prove FILE`: the fewest places to test from, so that everything that is asked for is tried; and what no place tries. */
export const proveCommand = (files: string[]): Output | Promise<Output> =>
  oneFile<Output | Promise<Output>>(files, async (file) => {
    const read = readSite(file)
    if (!read.ok) return badInput(read.problems)
    const site = read.value
    const told = fewestStops(site, planTwin(site), solveWith(await loadHighs()))
    const { stops, isLeast, requirements, crossings, provenAfter, nowhere, bound } = told
    return {
      exitCode: nowhere.length > 0 ? 1 : 0,
      json: told,
      text: [
        `${stops.length} stops try all ${requirements - nowhere.length} requirements and ${crossings} ways of a VLAN over a cable; ${isLeast ? 'fewer do not' : `no fewer than ${bound} do`}.`,
        ...stops.map(
          ({ label, networkId, crossings: ways }, i) =>
            `${i + 1}. ${label} (${networkOf(site, networkId)?.name ?? networkId}): ${ways.length} ways; ${provenAfter[i] ?? 0} requirements tried by then`,
        ),
        ...nowhere.map(
          ({ fromNetworkId, to }) =>
            `Nobody can attach in ${networkOf(site, fromNetworkId)?.name ?? fromNetworkId}, so that its way to ${goalName(site, to)} cannot be tried.`,
        ),
        ...untriedWords(site, told.untried),
      ].join('\n'),
    }
  })

/** What no stop tries, cable by cable, and how it is tried instead. */
const untriedWords = (site: Site, untried: readonly Untried[]): string[] =>
  untried.length === 0
    ? []
    : [
        `${untried.length} ways of a network over a cable or a radio link are tried from none of them:`,
        ...untried.map((one) => `   ${untriedWord(site, one)}`),
      ]
