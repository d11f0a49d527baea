import { useEffect, useRef, useState } from 'react'
import type { FocusEvent } from 'react'
import { pathText } from '~/core/lib/outcome'
import type { Problem } from '~/core/lib/outcome'
import type { Edit, Site } from '~/core/plan'
import { FIELD_PATH } from '../components/Field'

const NONE: Problem[] = []

/** Longer than a press of a button takes. */
const AFTER_MS = 200

/**
 * What the server would say of a draft, said while it is typed: by the same schema and the same rules, which the browser loads
 * when a field is first left. Only fields that were left speak: an empty form is no mistake yet.
 */
export function useChecks(site: Site, edits: () => Edit[]) {
  const [problems, setProblems] = useState<Problem[]>(NONE)
  const left = useRef(new Set<string>())
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  /** The draft as it was last drawn. */
  const latest = useRef({ site, edits })
  useEffect(() => {
    latest.current = { site, edits }
  })
  const run = async () => {
    // Where it cannot be loaded the server alone judges.
    const schema = await import('~/schema/edits').catch(() => null)
    if (!schema) return
    const found = schema.editProblems(latest.current.site, latest.current.edits())
    setProblems(found.filter(({ path }) => [...left.current].some((field) => isOf(field, pathText(path)))))
  }
  return {
    problems,
    onBlur: (event: FocusEvent) => {
      const field = event.target.closest(`[${FIELD_PATH}]`)?.getAttribute(FIELD_PATH)
      if (!field) return
      left.current.add(field)
      // Whoever presses a button is answered by it: a sentence that appears now would move it away under the pointer.
      if (event.relatedTarget instanceof Element && event.relatedTarget.closest('button.button')) return
      clearTimeout(timer.current)
      timer.current = setTimeout(() => void run(), AFTER_MS)
    },
    /** A draft that was sent is judged by the server. */
    forget: () => {
      clearTimeout(timer.current)
      left.current.clear()
      setProblems(NONE)
    },
  }
}

const isOf = (field: string, problem: string): boolean =>
  problem === field || problem.startsWith(`${field}.`) || problem.startsWith(`${field}[`)
