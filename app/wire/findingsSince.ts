import type { PublicFinding } from '../server/derived/publicSite.server'

/** What became of a list of findings: those that are gone, and the new or changed ones with their places in the new list. */
export interface FindingsSince {
  gone: string[]
  put: { index: number; finding: PublicFinding }[]
}

export function findingsSince(
  before: readonly PublicFinding[],
  now: readonly PublicFinding[],
): FindingsSince {
  const had = new Map(before.map((finding) => [finding.id, JSON.stringify(finding)]))
  const isKept = (finding: PublicFinding) => had.get(finding.id) === JSON.stringify(finding)
  const kept = new Set(now.filter(isKept).map(({ id }) => id))
  const since: FindingsSince = {
    gone: before.filter(({ id }) => !kept.has(id)).map(({ id }) => id),
    put: now.flatMap((finding, index) => (kept.has(finding.id) ? [] : [{ index, finding }])),
  }
  const isInOrder = findingsAfter(before, since).every(({ id }, i) => id === now[i]?.id)
  return isInOrder ? since : { gone: [...had.keys()], put: now.map((finding, index) => ({ index, finding })) }
}

export function findingsAfter(
  before: readonly PublicFinding[],
  { gone, put }: FindingsSince,
): readonly PublicFinding[] {
  if (gone.length === 0 && put.length === 0) return before
  const isGone = new Set(gone)
  const after = before.filter(({ id }) => !isGone.has(id))
  for (const { index, finding } of put) after.splice(index, 0, finding)
  return after
}
