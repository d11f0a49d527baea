import { useState } from 'react'
import type { ReactNode } from 'react'
import { usePrinting } from './usePrinting'

const MOST_AT_ONCE = 60

/** The first rows of a long list, and a button for the rest of them; on paper all. */
export function useFirstRows<T>(rows: readonly T[], what: string): { shown: readonly T[]; more: ReactNode } {
  const [isWhole, setWhole] = useState(false)
  const isPrinting = usePrinting()
  if (isWhole || isPrinting || rows.length <= MOST_AT_ONCE) return { shown: rows, more: null }
  return {
    shown: rows.slice(0, MOST_AT_ONCE),
    more: (
      <button type="button" className="button no-print mt-2" onClick={() => setWhole(true)}>
        Show all {rows.length} {what}
      </button>
    ),
  }
}
