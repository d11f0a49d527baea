import { useSyncExternalStore } from 'react'
import { outboxKeeper } from './keeper'
import type { Outbox } from './outbox'

/** The outbox as it stands. */
export const useOutbox = (): Outbox =>
  useSyncExternalStore(outboxKeeper.subscribe, outboxKeeper.now, outboxKeeper.onServer)
