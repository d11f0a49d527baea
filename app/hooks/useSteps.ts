import { useFetcher } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import { useSite } from './useSite'

type Answer = { ok: true; label: string } | { ok: false; problems: Problem[] }

/** Undo and redo on the revision that is on screen. One fetcher for all, so that the key and the button agree. */
export function useSteps() {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Answer>({ key: 'steps' })
  return {
    step: (way: 'undo' | 'redo') =>
      void fetcher.submit(JSON.stringify({ way, revision }), {
        method: 'post',
        action: `/sites/${id}/step`,
        encType: 'application/json',
      }),
    busy: fetcher.state !== 'idle',
    problems: fetcher.data && !fetcher.data.ok ? fetcher.data.problems : [],
  }
}
