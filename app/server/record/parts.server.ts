import { good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { partsCsv, partsList } from '~/core/record'
import { readTicks } from '~/schema/partTicks'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

export const ticksOf = (siteId: string) => store().handover.ticks(siteId)

/** Ticks parts for as many as are to be got, or takes ticks back. */
export function tickParts(siteId: string, body: Record<string, unknown>): Outcome<object> {
  const asked = readTicks(body)
  if (!asked.ok) return asked
  siteOr404(siteId)
  const { handover } = store()
  for (const { key, count } of asked.value.parts) {
    if (asked.value.is) handover.tick(siteId, key, asked.value.state, count, asked.value.who)
    else handover.untick(siteId, key, asked.value.state)
  }
  return good({})
}

export const partsCsvOf = (siteId: string): string =>
  partsCsv(partsList(siteOr404(siteId).site, ticksOf(siteId)))
