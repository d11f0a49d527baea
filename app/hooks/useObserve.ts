import { useEffect, useEffectEvent } from 'react'
import { useFetcher } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import type { Seen } from '~/core/judge/proof'
import { useSite } from './useSite'

type Answer = { ok: true } | { ok: false; problems: Problem[] }

/** Sends what a person saw. What was typed stays until it is taken; `onTaken` runs then. */
export function useObserve(onTaken?: () => void) {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Answer>()
  const answer = fetcher.data
  const taken = useEffectEvent(() => onTaken?.())
  useEffect(() => {
    if (fetcher.state === 'idle' && answer?.ok) taken()
  }, [fetcher.state, answer])
  const post = (body: object) =>
    void fetcher.submit(JSON.stringify(body), {
      method: 'post',
      action: `/sites/${id}/observe`,
      encType: 'application/json',
    })
  return {
    record: (who: string, place: string, seen: Seen[]) => post({ revision, who, place, seen }),
    takeBack: (observationId: string) => post({ remove: observationId }),
    problems: answer && !answer.ok ? answer.problems : [],
    busy: fetcher.state !== 'idle',
  }
}
