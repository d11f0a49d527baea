import { useState } from 'react'
import { useFetcher } from 'react-router'
import type { BenchState } from '../../server/staging/bench.server'
import { useSite } from '../../hooks/useSite'
import { withNews } from './boardState'
import type { BoardState } from './boardState'

/** A moment that has been, looked at again; null: now. */
export function useMoment() {
  const { id } = useSite()
  const [atS, setAtS] = useState<number | null>(null)
  const fetcher = useFetcher<{ bench: BenchState | null }>()
  const show = (next: number | null) => {
    setAtS(next)
    if (next !== null) void fetcher.load(`/sites/${id}/bench/past?s=${next}`)
  }
  const then: BoardState | null = atS === null ? null : withNews(null, fetcher.data?.bench ?? null, 0)
  return { atS, then, show, busy: fetcher.state !== 'idle' }
}
