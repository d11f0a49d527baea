import { format } from 'date-fns'
import { useState } from 'react'
import type { RevisionLine } from '~/store'
import type { RunbookState, RunbookUnderWay } from '../../server/runbook/runbook.server'
import { later } from '../../components/later'
import type { RunbookDo } from './useRunbookDo'

const MarkDialog = later(() => import('./MarkDialog').then((part) => part.MarkDialog))

interface Props {
  built: RunbookState['built']
  revision: number
  revisions: RevisionLine[]
  isStaged: boolean
  underWay: RunbookUnderWay | null
  doing: RunbookDo
}

/** What is there now, where it leads, and the ways to say otherwise. */
export function Mark({ built, revision, revisions, isStaged, underWay, doing }: Props) {
  const { ask, busy } = doing
  const [open, setOpen] = useState<'mark' | 'aim' | null>(null)
  const dialog = open && (
    <MarkDialog
      way={open}
      revision={revision}
      revisions={revisions}
      isStaged={isStaged}
      doing={doing}
      onClose={() => setOpen(null)}
    />
  )
  const markNow = () => ask({ kind: 'mark', what: 'revision', revision: null, file: null })
  if (!built)
    return (
      <section className="sheet contours flex flex-col items-start gap-3 p-8">
        <h2>Nothing is marked as built yet</h2>
        <p className="max-w-2xl">
          When the site stands as this plan has it, mark it. From then on every change to the plan gets its
          runbook here: which settings, in which order, from where the laptop stays in, what it interrupts,
          and how each step is taken back.
        </p>
        <div className="flex flex-wrap gap-2">
          <button className="button button-main" disabled={busy} onClick={markNow}>
            Mark revision {revision} as built
          </button>
          <button className="button" disabled={busy} onClick={() => setOpen('mark')}>
            Something else is there
          </button>
        </div>
        {dialog}
      </section>
    )
  return (
    <section
      aria-label="What is built"
      className="sheet mb-3 flex flex-wrap items-center justify-between gap-x-4 gap-y-2 px-4 py-2"
    >
      <p>
        <BuiltWords built={built} isLeft={doneCount(underWay) > 0} />
        <span className="caption">
          {' '}
          marked {format(new Date(built.at), 'd MMM yyyy, HH:mm')}
          {built.who && ` by ${built.who}`}
        </span>
        .{' '}
        {underWay && (
          <>
            It leads to revision <strong className="figures">{underWay.revision}</strong>.
          </>
        )}
        {!underWay && isMoved(built, revision) && (
          <>
            The plan is at <strong className="figures">{revision}</strong>.
          </>
        )}
      </p>
      <Ways
        built={built}
        revision={revision}
        underWay={underWay}
        doing={doing}
        onOpen={setOpen}
        onMarkNow={markNow}
      />
      {dialog}
    </section>
  )
}

type Built = NonNullable<RunbookState['built']>

const isMoved = ({ what, revision }: Built, now: number): boolean => what !== 'revision' || revision !== now

const doneCount = (underWay: RunbookUnderWay | null): number =>
  underWay
    ? underWay.done.length +
      underWay.ticks.flatMap(({ step }) => underWay.steps[step]?.changeIds ?? []).length
    : 0

interface WaysProps extends Pick<Props, 'revision' | 'underWay' | 'doing'> {
  built: Built
  onOpen: (way: 'mark' | 'aim') => void
  onMarkNow: () => void
}

/** What can be said of it: before a step is done it leads anywhere, after that on or back. */
function Ways({ built, revision, underWay, doing: { ask, busy }, onOpen, onMarkNow }: WaysProps) {
  const isBegun = doneCount(underWay) > 0
  return (
    <div className="flex flex-wrap gap-2">
      {!underWay && isMoved(built, revision) && (
        <button className="button" disabled={busy} onClick={onMarkNow}>
          It is built as revision {revision} by now
        </button>
      )}
      {!isBegun && (
        <button className="button button-quiet" disabled={busy} onClick={() => onOpen('aim')}>
          Lead elsewhere
        </button>
      )}
      <button className="button button-quiet" disabled={busy} onClick={() => onOpen('mark')}>
        Something else is there
      </button>
      {isBegun && (
        <button className="button" disabled={busy} onClick={() => ask({ kind: 'back' })}>
          Take me back
        </button>
      )}
      {underWay && !isBegun && (
        <button className="button" disabled={busy} onClick={() => ask({ kind: 'drop' })}>
          Lay this runbook aside
        </button>
      )}
    </div>
  )
}

function BuiltWords({ built, isLeft }: { built: Built; isLeft: boolean }) {
  switch (built.what) {
    case 'revision':
      return (
        <>
          {isLeft ? 'On the way from revision' : 'Built as revision'}{' '}
          <strong className="figures">{built.revision}</strong>
        </>
      )
    case 'cartons':
      return <>Everything in its cartons</>
    case 'staged':
      return <>As the rehearsal on the bench has it, at revision {built.revision}</>
    case 'file':
      return <>As a site file says</>
  }
}
