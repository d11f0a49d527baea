import { useEffect, useEffectEvent, useMemo, useRef, useState } from 'react'
import { applyEdits } from '~/core/plan'
import type { Edit, Site } from '~/core/plan'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import { editsOnTheWay } from '../../outbox/outbox'
import { useOutbox } from '../../outbox/useOutbox'
import { mergedEdits } from './mergedEdits'

/** Steps by keys within this time make one edit. */
const TOGETHER_MS = 450

interface Waiting {
  label: string
  edits: Edit[]
}

/**
 * The plan with what is being tried on it: what is in the hand, what waits for the next step by keys, and what the outbox has
 * and the plan on screen has not.
 */
export function useTried(site: Site, revision: number) {
  const { id: siteId } = useSite()
  const outbox = useOutbox()
  const { edit, problems } = usePlanEdit()
  const [held, setHeld] = useState<Edit[] | null>(null)
  /** Read at once by the next key: a state would be known only when the chart is drawn anew. */
  const waiting = useRef<Waiting | null>(null)
  const [shownWaiting, showWaiting] = useState<Waiting | null>(null)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)

  const wait = (next: Waiting | null) => {
    clearTimeout(timer.current)
    waiting.current = next
    showWaiting(next)
  }
  const flush = () => {
    const due = waiting.current
    wait(null)
    if (due) edit(due.label, due.edits)
  }
  const joined = (label: string, edits: Edit[]): Waiting => ({
    label,
    edits: mergedEdits(waiting.current?.edits ?? [], edits),
  })
  /** Who leaves the chart before the steps by keys have gone off takes nothing back. */
  const leave = useEffectEvent(flush)
  useEffect(() => () => leave(), [])

  const plan = useMemo(() => {
    const edits = [...editsOnTheWay(outbox, siteId, revision), ...(shownWaiting?.edits ?? [])]
    return edits.length > 0 ? applyEdits(site, edits) : site
  }, [site, outbox, siteId, revision, shownWaiting])
  const shown = useMemo(() => (held ? applyEdits(plan, held) : plan), [plan, held])
  return {
    /** With what is sent or waits to be. */
    plan,
    /** With what is in the hand, too. */
    shown,
    problems,
    trying: setHeld,
    send: (label: string, edits: Edit[]) => {
      setHeld(null)
      wait(joined(label, edits))
      flush()
    },
    nudge: (label: string, edits: Edit[]) => {
      setHeld(null)
      wait(joined(label, edits))
      timer.current = setTimeout(flush, TOGETHER_MS)
    },
  }
}
