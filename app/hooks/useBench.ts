import { useEffect, useState } from 'react'
import { useFetcher } from 'react-router'
import type { Action } from '~/core/world'
import type { Problem } from '~/core/lib/outcome'
import type { BenchRequest } from '~/schema/bench'
import { withNews } from '../screens/staging/boardState'
import type { BoardState } from '../screens/staging/boardState'
import type { BenchState } from '../server/staging/bench.server'
import { useSite } from './useSite'

/** The bench as the server tells it, and what can be done there. */
export function useBench(initial: BenchState | null) {
  const { id } = useSite()
  const [state, setState] = useState<BoardState | null>(() => withNews(null, initial, Date.now()))
  const [connected, setConnected] = useState(true)
  const fetcher = useFetcher<{ ok: boolean; problems?: Problem[] }>()
  useEffect(() => {
    const source = new EventSource(`/sites/${id}/bench/stream`)
    source.onmessage = (event: MessageEvent<string>) => {
      setConnected(true)
      setState((before) => withNews(before, JSON.parse(event.data) as BenchState | null, Date.now()))
    }
    source.onerror = () => setConnected(false)
    return () => source.close()
  }, [id])
  const ask = (request: BenchRequest) =>
    void fetcher.submit(JSON.stringify(request), {
      method: 'post',
      action: `/sites/${id}/bench`,
      encType: 'application/json',
    })
  return {
    state,
    connected,
    ask,
    act: (action: Action) => ask({ kind: 'do', action }),
    busy: fetcher.state !== 'idle',
    problems: fetcher.state === 'idle' ? fetcher.data?.problems : undefined,
  }
}
export type Bench = ReturnType<typeof useBench>
