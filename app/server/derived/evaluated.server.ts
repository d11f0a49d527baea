import { findings } from '~/core/judge/findings'
import type { Finding } from '~/core/judge/findings'
import { planTwin } from '~/core/radio/backhaul'
import type { Twin } from '~/core/network/layer3'
import type { Site } from '~/core/plan'

export interface Evaluated {
  twin: Twin
  findings: Finding[]
}

const known = new WeakMap<Site, Evaluated>()

/** What follows from a plan, worked out once for each of its revisions while the store keeps it. */
export function evaluated(site: Site): Evaluated {
  const made = known.get(site) ?? evaluate(site)
  known.set(site, made)
  return made
}

function evaluate(site: Site): Evaluated {
  const twin = planTwin(site)
  return { twin, findings: findings(site, twin) }
}
