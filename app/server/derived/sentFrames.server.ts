import type { SentPlan } from '../../wire/frames'

const MOST_SENT = 64
const sent = new Map<string, SentPlan>()

const keyOf = (siteId: string, revision: number): string => `${siteId} ${revision}`

/** Remembers what pages have, so that they can be told what changed. The latest are kept. */
export function rememberSent(siteId: string, revision: number, what: SentPlan): void {
  const key = keyOf(siteId, revision)
  sent.delete(key)
  sent.set(key, what)
  for (const [oldest] of sent) if (sent.size > MOST_SENT) sent.delete(oldest)
}

export const sentBefore = (siteId: string, revision: number): SentPlan | undefined =>
  sent.get(keyOf(siteId, revision))
