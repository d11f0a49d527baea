import { useEffect, useEffectEvent, useMemo, useReducer, useRef } from 'react'
import { applyEdits } from '~/core/plan'
import type { Edit, Site } from '~/core/plan'
import { NOTHING_TRIED, onItsWay, editsSoFar, triedStep } from './triedState'
import type { Waiting } from './triedState'
import { usePlanEdit } from '../../hooks/usePlanEdit'

/** Steps by keys within this time make one edit. */
const TOGETHER_MS = 450

/**
 * The plan with what is being tried on it, before and while it is sent. One edit is on its way at a time: what comes
 * while it is waits for its answer and goes on the revision that answer made.
 */
export function useTried(site: Site, revision: number) {
  const [tried, step] = useReducer(triedStep, NOTHING_TRIED)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const { edit, problems, busy, answer } = usePlanEdit()
  const { edit: part } = usePlanEdit()
  const { waiting, sent, held } = tried
  const flying = onItsWay(tried, busy, answer, revision)
  const next = useEffectEvent((what: Waiting) => {
    step({ kind: 'sent', what, before: answer, revision })
    edit(what.label, what.edits)
  })
  useEffect(() => {
    if (waiting?.due && !flying) next(waiting)
  }, [waiting, flying])
  /** Who leaves the chart before the steps by keys have gone off takes nothing back. */
  const leave = useEffectEvent(() => {
    clearTimeout(timer.current)
    // The edit before it makes a revision, and that may be known here already or not.
    const on = flying && sent ? Math.max(revision, sent.revision + 1) : revision
    if (waiting) part(waiting.label, waiting.edits, on)
  })
  useEffect(() => () => leave(), [])
  const plan = useMemo(
    () => applyEdits(site, editsSoFar({ sent, waiting }, flying)),
    [site, sent, waiting, flying],
  )
  const shown = useMemo(() => (held ? applyEdits(plan, held) : plan), [plan, held])
  const wait = (label: string, edits: Edit[], due: boolean) => {
    clearTimeout(timer.current)
    step({ kind: 'wait', label, edits, due })
  }
  return {
    /** With what is sent or waits to be. */
    plan,
    /** With what is in the hand, too. */
    shown,
    problems,
    trying: (edits: Edit[] | null) => step({ kind: 'hold', edits }),
    send: (label: string, edits: Edit[]) => wait(label, edits, true),
    nudge: (label: string, edits: Edit[]) => {
      wait(label, edits, false)
      timer.current = setTimeout(() => step({ kind: 'due' }), TOGETHER_MS)
    },
  }
}
