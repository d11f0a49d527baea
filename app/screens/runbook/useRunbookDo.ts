import { useFetcher } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import type { RunbookRequest } from '~/schema/runbook'
import { useSite } from '../../hooks/useSite'
import { knownWho } from '../../hooks/useWho'

type Asked = RunbookRequest extends infer R ? (R extends unknown ? Omit<R, 'who'> : never) : never

/** What is done with the runbook, and under whose name. */
export function useRunbookDo() {
  const { id } = useSite()
  const fetcher = useFetcher<{ ok: boolean; problems: Problem[] }>()
  return {
    ask: (request: Asked) =>
      void fetcher.submit(JSON.stringify({ ...request, who: knownWho() }), {
        method: 'post',
        action: `/sites/${id}/runbook/do`,
        encType: 'application/json',
      }),
    busy: fetcher.state !== 'idle',
    problems: fetcher.state === 'idle' ? (fetcher.data?.problems ?? []) : [],
  }
}
export type RunbookDo = ReturnType<typeof useRunbookDo>
