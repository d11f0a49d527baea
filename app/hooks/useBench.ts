import { useEffect, useState } from 'react'
import { useFetcher } from 'react-router'
import type { BenchRequest } from '~/schema/bench'
import type { BenchState } from '../server/staging/bench.server'
import { useSite } from './useSite'

/** The bench as the server streams it, and what can be done there. */
export function useBench(initial: BenchState | null) {
  const { id } = useSite()
  const [state, setState] = useState(initial)
  const [connected, setConnected] = useState(true)
  const fetcher = useFetcher<{ ok: boolean }>()
  useEffect(() => {
    const source = new EventSource(`/sites/${id}/bench/stream`)
    source.onmessage = (event: MessageEvent<string>) => {
      setConnected(true)
      setState(JSON.parse(event.data) as BenchState | null)
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
  return { state, connected, ask, busy: fetcher.state !== 'idle' }
}
export type Bench = ReturnType<typeof useBench>
