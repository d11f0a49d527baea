import { useEffect, useMemo, useRef, useState } from 'react'
import { applyEdits } from '~/core/site'
import type { Edit, Site } from '~/core/site'
import { mergedEdits } from './mergedEdits'
import { usePlanEdit } from '../../hooks/usePlanEdit'

/** Steps by keys within this time make one edit. */
const TOGETHER_MS = 450

interface Pending {
  label: string
  edits: Edit[]
}

/** The plan with what is being tried on it, before and while it is sent. */
export function useTried(site: Site, revision: number) {
  const [tried, setTried] = useState<{ revision: number; edits: Edit[]; sent: boolean } | null>(null)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const pending = useRef<Pending | null>(null)
  const { edit, problems, busy } = usePlanEdit()
  useEffect(() => () => clearTimeout(timer.current), [])
  // What was sent and refused is taken off the chart again; what is tried anew is shown.
  const refused = tried?.sent === true && !busy && problems.length > 0
  const edits = tried?.revision === revision && !refused ? tried.edits : null
  const shown = useMemo(() => (edits ? applyEdits(site, edits) : site), [site, edits])
  const send = (label: string, list: Edit[]) => {
    clearTimeout(timer.current)
    pending.current = null
    setTried({ revision, edits: list, sent: true })
    edit(label, list)
  }
  return {
    shown,
    problems,
    busy,
    trying: (list: Edit[] | null) => setTried(list ? { revision, edits: list, sent: false } : null),
    send,
    nudge: (label: string, list: Edit[]) => {
      const together = mergedEdits(pending.current?.edits ?? [], list)
      pending.current = { label, edits: together }
      setTried({ revision, edits: together, sent: false })
      clearTimeout(timer.current)
      timer.current = setTimeout(() => send(label, together), TOGETHER_MS)
    },
  }
}
