import { useSyncExternalStore } from 'react'

const KEY = 'yard-beacon-who'
const listeners = new Set<() => void>()

const stored = (): string | null => {
  try {
    return localStorage.getItem(KEY)
  } catch {
    return null
  }
}

/** Who is at work, as this browser was told; empty: nobody has said it, or would not. */
export const knownWho = (): string => stored() ?? ''

function subscribe(listener: () => void): () => void {
  listeners.add(listener)
  window.addEventListener('storage', listener)
  return () => {
    listeners.delete(listener)
    window.removeEventListener('storage', listener)
  }
}

function setWho(who: string): void {
  localStorage.setItem(KEY, who.slice(0, 80))
  for (const listener of listeners) listener()
}

/** Who is at work, remembered in this browser from one time to the next; null: it was never asked. */
export const useWho = (): [string | null, (who: string) => void] => [
  useSyncExternalStore(subscribe, stored, () => ''),
  setWho,
]
