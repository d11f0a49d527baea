import { useState } from 'react'
import type { Edit } from '~/core/plan'
import { usePost } from '../outbox/usePost'
import { useSite } from './useSite'

/**
 * Sends edits by the outbox. What was typed stays in the form until they are taken; `onTaken` runs then. A form that holds a
 * draft makes its edits on the revision at which the draft was begun, whatever the page has read since.
 */
export function usePlanEdit(onTaken?: () => void, from: 'screen' | 'draft' = 'screen') {
  const { revision } = useSite()
  const [begunAt, setBegunAt] = useState(revision)
  const { post, answer, busy, problems } = usePost('edit', (given) => {
    if (given.ok && given.revision !== undefined) setBegunAt(given.revision)
    onTaken?.()
  })
  const seen = from === 'draft' ? begunAt : revision
  return {
    edit: (label: string, edits: Edit[]) =>
      post({ label, body: { label, edits }, edits, revision: seen, holdsDraft: from === 'draft' }),
    mend: (findingId: string) => post({ label: 'Mend a finding', body: { mend: findingId } }),
    problems,
    busy,
    answer,
  }
}
