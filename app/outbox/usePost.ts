import { nanoid } from 'nanoid'
import { useEffect, useEffectEvent, useRef, useState } from 'react'
import type { Problem } from '~/core/lib/outcome'
import type { Edit } from '~/core/plan'
import { useSite } from '../hooks/useSite'
import { outboxKeeper } from './keeper'
import type { Answer, Door } from './outbox'
import { useOfOutbox } from './useOutbox'

const NO_PROBLEMS: Problem[] = []

interface Posted {
  label: string
  body: object
  edits?: Edit[]
  /** Left out: the revision that is on screen. */
  revision?: number
  holdsDraft?: boolean
}

/**
 * Puts something into the outbox and waits for its answer. What was typed stays in the form until then; `onTaken` runs when the
 * plan on screen has it.
 */
export function usePost(door: Door, onTaken?: (answer: Answer) => void) {
  const { id: siteId, revision } = useSite()
  const [last, setLast] = useState<string | null>(null)
  const answer = useOfOutbox(({ answers }) => answers.find(({ id }) => id === last)?.answer ?? null)
  const busy = useOfOutbox(({ parcels }) => last !== null && parcels.some(({ id }) => id === last))
  const taken = useEffectEvent((given: Answer) => onTaken?.(given))
  useEffect(() => {
    if (answer?.ok) taken(answer)
  }, [answer])
  const isHere = useRef(true)
  const watched = useRef<string | null>(null)
  // A form that goes away has nobody left to show a refusal: the outbox shows it then.
  useEffect(() => {
    isHere.current = true
    return () => {
      isHere.current = false
      if (watched.current !== null) outboxKeeper.tell({ kind: 'unwatch', id: watched.current })
    }
  }, [])
  const post = ({ label, body, edits = [], revision: seen = revision, holdsDraft = false }: Posted) => {
    const id = nanoid(12)
    const parcel = { id, siteId, door, label, body, edits, revision: seen, holdsDraft }
    // Only the last is shown here: of one before it the outbox speaks.
    if (watched.current !== null) outboxKeeper.tell({ kind: 'unwatch', id: watched.current })
    outboxKeeper.tell({ kind: 'add', parcel })
    watched.current = id
    if (isHere.current) setLast(id)
    else outboxKeeper.tell({ kind: 'unwatch', id })
  }
  return { post, answer, busy, problems: answer && !answer.ok ? answer.problems : NO_PROBLEMS }
}
