import { goThrough, mayGo } from './capwap'
import type { CapwapState } from './capwap'

/** The states that lie between two phases of ours, where one step of RFC 5415 does not do. */
const BETWEEN: Partial<Record<CapwapState, CapwapState[]>> = {
  join: ['authorize', 'dtlsConnect'],
}

const UPDATED: ReadonlySet<CapwapState> = new Set(['configure', 'dataCheck'])

/**
 * Takes the machine of RFC 5415 from one state to another by steps that the RFC has, tearing the session down first
 * where that is the only way. A device without power or still booting has no machine (null).
 */
export function checkMachine(from: CapwapState | null, to: CapwapState | null): CapwapState | null {
  if (to === null || from === to) return to
  // What runs is set anew by a Configuration Update, and stays in Run. Source: RFC 5415 sections 2.3.1 (Run to Run) and 8.2.
  if (from === 'run' && UPDATED.has(to)) return goThrough(from, 'run')
  if (from === null) return to === 'idle' ? to : entry(to)
  const between = BETWEEN[to] ?? []
  if (between.length > 0 && mayGo(from, between[0] as CapwapState)) return goThrough(from, ...between, to)
  if (mayGo(from, to)) return goThrough(from, to)
  const down: CapwapState[] = mayGo(from, 'dtlsTeardown') ? ['dtlsTeardown'] : []
  return to === 'idle' || to === 'sulking'
    ? goThrough(from, ...down, to)
    : goThrough(from, ...down, 'idle', to)
}

const entry = (to: CapwapState): CapwapState => goThrough('idle', 'discovery', to)
