import { useState } from 'react'

/** A record being edited: what was typed stays until it is saved or given up. */
export function useDraft<T>(initial: T): [T, (part: Partial<T>) => void, (whole: T) => void] {
  const [draft, setDraft] = useState(initial)
  return [draft, (part) => setDraft((before) => ({ ...before, ...part })), setDraft]
}
