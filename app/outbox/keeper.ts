import { EMPTY_OUTBOX, keptOf, outboxStep, reopened } from './outbox'
import type { KeptOutbox, Outbox, OutboxEvent } from './outbox'

const KEY = 'yard-beacon-outbox'

/**
 * The outbox of this browser window. It is kept for as long as the window is, across pages and reloads; another window has its
 * own.
 */
function keeper() {
  let outbox: Outbox | null = null
  const listeners = new Set<() => void>()
  const now = (): Outbox => (outbox ??= reopened(stored()))
  return {
    now,
    tell(event: OutboxEvent): void {
      const next = outboxStep(now(), event)
      if (next === outbox) return
      outbox = next
      store(keptOf(next))
      for (const listener of listeners) listener()
    },
    subscribe(listener: () => void): () => void {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    /** On the server there is none. */
    onServer: () => EMPTY_OUTBOX,
  }
}

function stored(): KeptOutbox {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as Partial<KeptOutbox> | null
    return { parcels: kept?.parcels ?? [], mine: kept?.mine ?? {} }
  } catch {
    return EMPTY_OUTBOX
  }
}

/** A full or forbidden storage takes nothing from the outbox itself. */
function store(kept: KeptOutbox): void {
  try {
    if (kept.parcels.length === 0) sessionStorage.removeItem(KEY)
    else sessionStorage.setItem(KEY, JSON.stringify(kept))
  } catch {
    // What waits is lost with the window then, and the window says so before it closes.
  }
}

export const outboxKeeper = keeper()
