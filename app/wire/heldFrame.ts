import { frameAfter } from './frames'
import type { FrameSince, SiteFrame } from './frames'

let held: SiteFrame | null = null

/** The frame that is on screen; null: no page of any site. */
export function holdFrame(frame: SiteFrame | null): void {
  held = frame
}

/**
 * The frame as it is by now, from what has changed since the one on screen. Null where that cannot be had: another site, a
 * state that the server does not remember, an answer that is none. Then the whole is asked for.
 */
export async function changedFrame(siteId: string, request: Request): Promise<SiteFrame | null> {
  const before = held
  if (before?.id !== siteId) return null
  const asked = new URL(request.url).searchParams
  const query = new URLSearchParams({ revision: String(before.revision) })
  for (const name of ['from', 'to']) {
    const value = asked.get(name)
    if (value !== null) query.set(name, value)
  }
  const said = await sinceThen(`/sites/${siteId}/since?${query}`, request.signal)
  return said && frameAfter(before, said)
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
