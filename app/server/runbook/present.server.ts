import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { inCartons } from '~/core/guide/runbook'
import type { BuiltWhat } from '~/core/guide/runbook'
import { deviceOf } from '~/core/plan'
import type { Site } from '~/core/plan'
import { standingSite } from '~/core/world'
import { readSiteFile } from '~/schema/siteFile'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { benchNow } from '../staging/bench.server'

export const refused = (message: string) => bad({ path: [], code: 'runbook.refused', message })

/** What is there, taken from where the person says that it is known. */
export function presentFrom(
  siteId: string,
  site: Site,
  what: BuiltWhat,
  revision: number,
  file: string | null,
): Outcome<Site> {
  switch (what) {
    case 'revision':
      return planAt(siteId, revision)
    case 'cartons':
      return good(inCartons(site))
    case 'staged': {
      const world = benchNow(siteId)
      return world
        ? good(standingSite(world))
        : refused('Nothing is set up on the staging bench. Rehearse there first, or mark something else.')
    }
    case 'file': {
      const read = readSiteFile(file ?? '')
      if (!read.ok) return read
      return read.value.devices.some(({ id }) => deviceOf(site, id))
        ? read
        : refused(
            `“${read.value.name}” in that file and “${site.name}” have no device in common: they are plans of different sites.`,
          )
    }
  }
}

/** The plan as it was at a revision. */
export function planAt(siteId: string, revision: number): Outcome<Site> {
  const now = siteOr404(siteId)
  const plan = revision === now.revision ? now.site : store().edits.at(siteId, revision)
  return plan
    ? good(plan)
    : refused(
        `Revision ${revision} is not known any more, or not yet: the plan is at ${now.revision}. Give one from the list.`,
      )
}
