import { frameAfter } from './frames'
import type { FrameSince, SiteFrame } from './frames'

let held: SiteFrame | null = null
/** What an answer brought along, and the question that it is the answer to. */
let brought: { path: string; since: FrameSince } | null = null

/** The frame that is on screen; null: no page of any site. */
export function holdFrame(frame: SiteFrame | null): void {
  held = frame
}

/** The words with which a page asks what has changed since the frame on screen; null: it has none of that site. */
export function askedSince(siteId: string, address: URLSearchParams): URLSearchParams | null {
  if (held?.id !== siteId) return null
  const query = new URLSearchParams({ revision: String(held.revision) })
  for (const name of ['from', 'to']) {
    const value = address.get(name)
    if (value !== null) query.set(name, value)
  }
  return query
}

const pathOf = (siteId: string, query: URLSearchParams): string => `/sites/${siteId}/since?${query}`

/** What has changed came along with an answer: whoever asks next in the same words need not go for it. */
export function bring(siteId: string, query: URLSearchParams, since: FrameSince): void {
  brought = { path: pathOf(siteId, query), since }
}

/**
 * The frame as it is by now, from what has changed since the one on screen. Null where that cannot be had: another site, a
 * state that the server does not remember, an answer that is none. Then the whole is asked for.
 */
export async function changedFrame(siteId: string, request: Request): Promise<SiteFrame | null> {
  const before = held
  const query = askedSince(siteId, new URL(request.url).searchParams)
  if (!before || !query) return null
  const path = pathOf(siteId, query)
  const said = taken(path) ?? (await sinceThen(path, request.signal))
  return said && frameAfter(before, said)
}

/** Once: who asks again wants to know what is new by then. */
function taken(path: string): FrameSince | null {
  const mine = brought?.path === path ? brought.since : null
  brought = null
  return mine
}

/** Null also where nobody answers: whoever asks for the whole next is told why. */
async function sinceThen(path: string, signal: AbortSignal): Promise<FrameSince | null> {
  try {
    const answer = await fetch(path, { signal })
    return answer.ok ? ((await answer.json()) as FrameSince | null) : null
  } catch {
    return null
  }
}
