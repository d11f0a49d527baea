import { findings } from '~/core/judge/findings'
import type { Finding } from '~/core/judge/findings'
import { planTwin } from '~/core/radio/backhaul'
import type { Twin } from '~/core/network/layer3'
import { isSamePlan } from '~/core/plan'
import type { Site } from '~/core/plan'

export interface Evaluated {
  twin: Twin
  findings: Finding[]
}

const known = new WeakMap<Site, Evaluated>()

/** What follows from a plan, worked out once for each of its revisions while the store keeps it. */
export function evaluated(site: Site): Evaluated {
  const made = known.get(site) ?? evaluatedBefore(site) ?? evaluate(site)
  known.set(site, made)
  return made
}

/** Works it out as soon as the answer to an edit has gone out: the page asks for it next. */
export function evaluateSoon(site: Site): void {
  setImmediate(() => {
    try {
      evaluated(site)
    } catch {
      // Nobody waits for this one: whoever asks for it meets the fault and is told.
    }
  })
}

/** Plans that are remembered with what follows from them, the latest first. */
const MOST_RECENT = 16
const recent: Site[] = []

/** An edit that is taken back leads to a plan that was there before. */
function evaluatedBefore(site: Site): Evaluated | undefined {
  const before = recent.find((one) => isSamePlan(one, site))
  if (before) return known.get(before)
  recent.unshift(site)
  recent.length = Math.min(recent.length, MOST_RECENT)
  return undefined
}

function evaluate(site: Site): Evaluated {
  const twin = planTwin(site)
  return { twin, findings: findings(site, twin) }
}
