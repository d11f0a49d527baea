import { useEffect, useRef, useState } from 'react'
import { useFetcher } from 'react-router'
import type { JobId, Question } from '~/core/guide/jobs'
import type { Problem } from '~/core/lib/outcome'
import { useSite } from '../../../hooks/useSite'
import { usePost } from '../../../outbox/usePost'
import type { ShownJob } from '../../../server/plan/job.server'

type Answered = ({ ok: true } & ShownJob) | { ok: false; problems: Problem[] }
export type Said = Readonly<Record<string, string | number | boolean>>

/** Typing is waited for, so that not every letter asks. */
const WAIT_MS = 250

/** A key that was suggested is kept as if it had been typed, so that it is the one that was read. */
const keysIn = (questions: readonly Question[]): Said =>
  Object.fromEntries(
    questions.flatMap((question) => (question.kind === 'key' ? [[question.id, question.suggested]] : [])),
  )

/** The answers to a job on their way: each asks the server anew what is asked and what would be made; then it is made. */
export function useJob(jobId: JobId, name: string, first: ShownJob) {
  const { id, revision } = useSite()
  const fetcher = useFetcher<Answered>()
  const [said, setSaid] = useState<Said>({})
  const [isMade, setMade] = useState(false)
  /** The loader's questions change when the site does; while somebody answers, the first ones stand. */
  const [begun, setBegun] = useState(first)
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(waiting.current), [])
  const { post, busy, problems } = usePost('job', () => setMade(true))
  const shown = fetcher.data?.ok ? fetcher.data : begun
  const ask = (answers: Said) => {
    clearTimeout(waiting.current)
    waiting.current = setTimeout(() => {
      void fetcher.submit(JSON.stringify({ job: jobId, take: false, revision, answers }), {
        method: 'post',
        action: `/sites/${id}/job`,
        encType: 'application/json',
      })
    }, WAIT_MS)
  }
  const whole = (): Said => ({ ...keysIn(shown.questions), ...said })
  return {
    shown,
    said,
    valueOf: (question: Question) => said[question.id] ?? question.suggested,
    say: (questionId: string, answer: string | number | boolean) => {
      const next = { ...whole(), [questionId]: answer }
      setSaid(next)
      ask(next)
    },
    make: () => post({ label: name, body: { job: jobId, take: true, answers: whole() }, revision }),
    again: () => {
      setSaid({})
      setBegun(first)
      fetcher.reset()
      setMade(false)
    },
    problems:
      problems.length > 0
        ? problems
        : fetcher.data && !fetcher.data.ok
          ? fetcher.data.problems
          : shown.problems,
    isAsking: fetcher.state !== 'idle',
    busy,
    isMade,
  }
}
export type JobState = ReturnType<typeof useJob>
