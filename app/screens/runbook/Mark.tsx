import { format } from 'date-fns'
import type { RunbookState } from '../../server/runbook/runbook.server'
import type { RunbookDo } from './useRunbookDo'

interface Props {
  built: RunbookState['built']
  revision: number
  isUnderWay: boolean
  doing: RunbookDo
}

/** What is there now: a revision of the plan that somebody has marked as built. */
export function Mark({ built, revision, isUnderWay, doing: { ask, busy } }: Props) {
  if (!built)
    return (
      <section className="sheet contours flex flex-col items-start gap-3 p-8">
        <h2>Nothing is marked as built yet</h2>
        <p className="max-w-2xl">
          When the site stands as this plan has it, mark it. From then on every change to the plan gets its
          runbook here: which settings, in which order, from where the laptop stays in, what it interrupts,
          and how each step is taken back.
        </p>
        <button className="button button-main" disabled={busy} onClick={() => ask({ kind: 'mark' })}>
          Mark revision {revision} as built
        </button>
      </section>
    )
  return (
    <section
      aria-label="What is built"
      className="sheet mb-3 flex flex-wrap items-center justify-between gap-x-4 gap-y-2 px-4 py-2"
    >
      <p>
        Built as revision <strong className="figures">{built.revision}</strong>
        <span className="caption">
          {' '}
          marked {format(new Date(built.at), 'd MMM yyyy, HH:mm')}
          {built.who && ` by ${built.who}`}
        </span>
        {built.revision !== revision && (
          <>
            . The plan is at <strong className="figures">{revision}</strong>.
          </>
        )}
      </p>
      {!isUnderWay && built.revision !== revision && (
        <button className="button" disabled={busy} onClick={() => ask({ kind: 'mark' })}>
          It is built as revision {revision} by now
        </button>
      )}
      {isUnderWay && (
        <button className="button" disabled={busy} onClick={() => ask({ kind: 'drop' })}>
          Lay this runbook aside
        </button>
      )}
    </section>
  )
}
