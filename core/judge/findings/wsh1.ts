import { grouped } from '../../lib/grouped'
import { cellAbout, decide, isReached } from '../../network/layer3'
import type { ReachCell, Twin } from '../../network/layer3'
import { aimKey, aimNetworkId, networkOf, sameAim } from '../../plan'
import type { Network, Site, Requirement } from '../../plan'
import type { Mend, Rule, Sighting } from './types'
import { atNetwork } from './where'

interface Unmet {
  requirement: Requirement
  from: Network
  cell: ReachCell
}

/** Something that must be reached and is not, from some or all places. What must not be reached is another rule's. */
export const wsh1: Rule = {
  code: 'WSH-1',
  check: ({ site, built: twin }) =>
    [...grouped(unmet(site, twin), ({ from, cell }) => `${from.id} ${reason(cell)}`).values()].flatMap(
      (alike) => sighting(site, alike),
    ),
}

const unmet = (site: Site, twin: Twin): Unmet[] =>
  site.requirements
    .filter(({ strength }) => strength === 'must')
    .flatMap((requirement) => {
      const from = networkOf(site, requirement.fromNetworkId)
      const cell = cellAbout(twin, requirement)
      return from && cell && !isReached(cell.verdict) ? [{ requirement, from, cell }] : []
    })

/** Requirements that fail for one reason are one finding. */
function sighting(site: Site, alike: Unmet[]): Sighting[] {
  const [first] = alike
  if (!first) return []
  const { from, cell, requirement } = first
  const goals = alike.map(({ cell: { targetName } }) => targetName).join(' and ')
  return [
    {
      says: `${from.name} must reach ${goals}. ${reason(cell)}`,
      where: [
        atNetwork(from),
        ...alike.flatMap((one) => targetNetwork(site, one.requirement)).map(atNetwork),
      ],
      mend:
        isByRule(cell) && alike.length === 1 ? allow(site, requirement, from, cell.targetName) : undefined,
    },
  ]
}

const isByRule = ({ exceptions }: ReachCell): boolean =>
  exceptions.every(({ outcome }) => outcome === 'keptOut')

const reason = (cell: ReachCell): string => cell.oddOnes ?? cell.exceptions[0]?.says ?? ''

const targetNetwork = (site: Site, { to }: Requirement): Network[] =>
  [networkOf(site, aimNetworkId(to)) ?? []].flat()

/** An allow of its own, before the rule that stands in the way. */
function allow(
  site: Site,
  { fromNetworkId, to }: Requirement,
  from: Network,
  goal: string,
): Mend | undefined {
  const { position } = decide(site, fromNetworkId, to)
  const inTheWay = position === null ? undefined : site.rules[position - 1]
  if (position === null || !inTheWay) return undefined
  if (inTheWay.fromNetworkId === fromNetworkId && sameAim(inTheWay.to, to))
    return {
      label: `Take rule ${position} out, which drops just this`,
      edits: [{ op: 'remove', collection: 'rules', id: inTheWay.id }],
    }
  const id = `allow-${fromNetworkId}-${aimNetworkId(to) ?? aimKey(to).replace(':', '-')}`.slice(0, 40)
  return {
    label: `Allow from ${from.name} to ${goal} before rule ${position}`,
    edits: [
      { op: 'put', collection: 'rules', record: { id, action: 'allow', fromNetworkId, to, enabled: true } },
      { op: 'move', collection: 'rules', id, index: position - 1 },
    ],
  }
}
