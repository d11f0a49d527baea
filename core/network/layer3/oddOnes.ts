import type { Attachment } from '../layer2'
import { networkOf } from '../../plan'
import type { Network } from '../../plan'
import type { Outcome, Target } from './stages'
import type { Twin } from './twin'
import type { Verdict } from './verdicts'

/** Places that fare alike in another way than reached as planned, and why. */
export interface Exception {
  outcome: Exclude<Outcome, 'reaches'>
  says: string
  attachments: Attachment[]
  /** The hosts of the target that it is about; null: all of them. */
  targets: readonly string[] | null
}

/** "Crew on AP-3 only: …", "To Slip camera: …", or how many where they are many. Null when all fare alike. */
export function oddOnes(
  { site }: Twin,
  network: Network,
  target: Target,
  verdict: Verdict,
  places: number,
  hosts: number,
  exceptions: Exception[],
): string | null {
  const isOdd = ({ attachments, targets }: Exception) => attachments.length < places || targets !== null
  const isMixed = new Set(exceptions.map(({ outcome }) => outcome)).size > 1
  if (verdict !== 'inPart' && !(verdict === 'foreign' && exceptions.some(isOdd)) && !isMixed) return null
  const there = target.kind === 'network' ? (networkOf(site, target.networkId)?.name ?? '') : ''
  const named = verdict === 'keptOut' ? exceptions.filter(({ outcome }) => outcome !== 'keptOut') : exceptions
  return named
    .map(({ says, attachments, targets }) => {
      const who =
        attachments.length === places && targets !== null
          ? ''
          : attachments.length === 1
            ? `${attachments[0]?.label ?? ''} only`
            : `${attachments.length} of ${places} places of ${network.name}`
      const whom =
        targets === null
          ? ''
          : targets.length <= MOST_NAMED
            ? `to ${targets.join(' and ')}`
            : `to ${targets.length} of ${hosts} in ${there}`
      const words = [who, whom].filter(Boolean).join(', ')
      return `${words.charAt(0).toUpperCase()}${words.slice(1)}: ${says}`
    })
    .join(' ')
}

/** So many hosts are named; more are counted. */
const MOST_NAMED = 3
