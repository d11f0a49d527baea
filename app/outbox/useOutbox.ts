import { useSyncExternalStore } from 'react'
import { outboxKeeper } from './keeper'
import type { Outbox } from './outbox'

/** One thing of the outbox: only its change draws anew who asks. The same state must give the same object. */
export const useOfOutbox = <T>(pick: (outbox: Outbox) => T): T =>
  useSyncExternalStore(
    outboxKeeper.subscribe,
    () => pick(outboxKeeper.now()),
    () => pick(outboxKeeper.onServer()),
  )

/** The outbox as it stands. */
export const useOutbox = (): Outbox => useOfOutbox((outbox) => outbox)
