import { good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import type { Make } from '~/core/plan'
import { readActor } from '~/schema/actor'
import { store } from '../sites/store.server'

/**
 * The one way by which a plan changes: an edit from a form or the chart, the mend of a finding, a proposal, a table read in.
 * `body` says who asks and from which revision they look; `make` turns the plan they saw into edits. Answers the revision.
 */
export function commit(siteId: string, body: unknown, label: string, make: Make): Outcome<number> {
  const actor = readActor(body)
  return actor.ok ? store().edits.commit(siteId, label, actor.value, make) : actor
}

/** Undo and redo come in by the same door. */
export function step(siteId: string, body: Record<string, unknown>): Outcome<Stepped> {
  const actor = readActor(body)
  if (!actor.ok) return actor
  const way = body.way === 'redo' ? 'redo' : 'undo'
  const done = store().edits.step(siteId, way, actor.value)
  return done.ok ? good({ ...done.value, way }) : done
}
interface Stepped {
  revision: number
  label: string
  way: 'undo' | 'redo'
}
