import type { MatrixCell } from '../../server/derived/cellForPage.server'

/** Places of one network that fare worse than the rest of it, for one reason, and to whom. */
export interface OddRow {
  fromNetworkId: string
  /** Targets, or the hosts in one that it is about. */
  to: string[]
  says: string
  /** All of them counted, some of them named. */
  count: number
  places: string[]
}

/** So many hosts of a target are named; more are counted. */
const MOST_NAMED = 3

const whom = ({ targetName }: MatrixCell, hosts: readonly string[] | null): string[] =>
  hosts === null
    ? [targetName]
    : hosts.length <= MOST_NAMED
      ? [...hosts]
      : [`${hosts.length} of ${targetName}`]

/** The odd ones out of the whole matrix: what has one reason for several targets stands once. The most places come first. */
export function oddRows(cells: readonly MatrixCell[]): OddRow[] {
  const rows = new Map<string, OddRow>()
  for (const cell of cells) {
    if (cell.oddOnes === null) continue
    for (const { says, count, places, targets, outcome } of cell.exceptions) {
      // Where a network is kept out as planned, only who gets through is odd: that somebody would not answer changes nothing.
      if (cell.verdict === 'keptOut' && outcome !== 'foreign') continue
      const key = JSON.stringify([cell.fromNetworkId, says, count, places.map(({ id }) => id)])
      const row = rows.get(key) ?? {
        fromNetworkId: cell.fromNetworkId,
        to: [],
        says,
        count,
        places: places.map(({ label }) => label),
      }
      row.to.push(...whom(cell, targets).filter((name) => !row.to.includes(name)))
      rows.set(key, row)
    }
  }
  return [...rows.values()].sort((a, b) => b.count - a.count)
}
