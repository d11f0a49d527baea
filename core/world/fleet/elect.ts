import { MOST_IN_CLUSTER } from '../../plan'
import type { Id, Ip } from '../../plan'

/** A member that is up, as it is set. */
export interface Voter {
  id: Id
  name: string
  passphrase: string | null
  priority: number
  mac: string | null
  sharedIp: Ip | null
}

/** One cluster as its members find each other. */
export interface ElectedCluster {
  name: string
  masterId: Id
  /** Master first, then those who would follow it. */
  memberIds: Id[]
  /** Members that found no place: the ceiling is ten. */
  refusedIds: Id[]
  /** Who answers at the shared address now; null: nobody, since the master does not know it. */
  sharedIp: Ip | null
}

const rank = (a: Voter, b: Voter): number =>
  b.priority - a.priority || order(a.mac ?? a.id, b.mac ?? b.id) || order(a.id, b.id)
const order = (a: string, b: string): number =>
  a.toLowerCase() < b.toLowerCase() ? -1 : a.toLowerCase() > b.toLowerCase() ? 1 : 0

/**
 * Who is master of whom: members hear each other, and belong together by name (case counts) and passphrase. The highest priority
 * wins, then the lowest hardware address; at most ten. Common practice, no source; compare the election of RFC 9568 section 6.4.
 */
export function elect(
  voters: readonly Voter[],
  hear: (a: Id, b: Id) => boolean = () => true,
): ElectedCluster[] {
  const left = [...voters].sort(rank)
  const clusters: ElectedCluster[] = []
  for (let [master] = left; master; [master] = left) {
    const first = master
    const mine = left.filter(
      (one) =>
        one === first ||
        (one.name === first.name && one.passphrase === first.passphrase && hear(first.id, one.id)),
    )
    for (const one of mine) left.splice(left.indexOf(one), 1)
    clusters.push({
      name: first.name,
      masterId: first.id,
      memberIds: mine.slice(0, MOST_IN_CLUSTER).map(({ id }) => id),
      refusedIds: mine.slice(MOST_IN_CLUSTER).map(({ id }) => id),
      sharedIp: first.sharedIp,
    })
  }
  return clusters
}
