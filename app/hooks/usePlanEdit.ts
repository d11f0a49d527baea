import { useEffect, useEffectEvent } from 'react'
import { useFetcher } from 'react-router'
import type { Problem } from '~/core/lib/outcome'
import type { Edit } from '~/core/plan'
import { useSite } from './useSite'

type Answer = { ok: true; revision: number } | { ok: false; problems: Problem[] }

/**
 * Sends edits on the revision that is on screen. What was typed stays in the form until they are taken; `onTaken` runs
 * then.
 */
export function usePlanEdit(onTaken?: () => void) {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Answer>()
  const taken = useEffectEvent(() => onTaken?.())
  const answer = fetcher.data
  useEffect(() => {
    if (fetcher.state === 'idle' && answer?.ok) taken()
  }, [fetcher.state, answer])
  const post = (body: object) =>
    void fetcher.submit(JSON.stringify({ revision, ...body }), {
      method: 'post',
      action: `/sites/${id}/edit`,
      encType: 'application/json',
    })
  return {
    /** On another revision than the one on screen when an earlier edit is still on its way. */
    edit: (label: string, edits: Edit[], on = revision) => post({ revision: on, label, edits }),
    mend: (findingId: string) => post({ mend: findingId }),
    problems: answer && !answer.ok ? answer.problems : [],
    busy: fetcher.state !== 'idle',
    /** The last answer; a new one is a new object. */
    answer,
  }
}
