import { ArrowRight, Check } from 'lucide-react'
import { Link } from 'react-router'
import { useSite } from '../../../hooks/useSite'
import { List, Part } from './Part'

/** It is made: what is next, in the order of the work. */
export function Done({
  name,
  tests,
  onAgain,
}: {
  name: string
  tests: readonly string[]
  onAgain: () => void
}) {
  const { progress, next, findings, steps } = useSite()
  const stops = findings.filter(({ severity }) => severity === 'stop').length
  const open = progress.find(({ done }) => !done)
  return (
    <div className="space-y-5">
      <section className="sheet contours p-4" role="status" data-made>
        <h2 className="flex items-center gap-2">
          <Check size={18} aria-hidden /> Made: {name}
        </h2>
        <p className="mt-1">
          {stops === 0
            ? 'No finding stops the work.'
            : `${stops} findings stop the work; they were there before.`}{' '}
          {steps.undo === name ? 'Undo takes it all back.' : ''}
        </p>
        {open && (
          <p className="mt-3 flex items-baseline gap-2">
            <ArrowRight size={15} aria-hidden className="shrink-0 self-center" />
            <span>
              <span className="font-semibold">Next: {open.name}. </span>
              {next[open.stage].says}
            </span>
          </p>
        )}
        <p className="mt-3 flex flex-wrap gap-2">
          {open && (
            <Link className="button button-main" to={`../../${open.stage}`} relative="path">
              Go to {open.name}
            </Link>
          )}
          {GOALS.filter(({ stage }) => stage !== open?.stage).map(({ stage, label }) => (
            <Link key={stage} className="button" to={`../../${stage}`} relative="path">
              {label}
            </Link>
          ))}
          <Link className="button" to="..">
            Another job
          </Link>
          <button className="button" onClick={onAgain}>
            This job once more
          </button>
        </p>
      </section>
      {tests.length > 0 && (
        <Part title="What will prove it">
          <List items={tests} />
        </Part>
      )}
    </div>
  )
}

const GOALS = [
  { stage: 'runbook', label: 'The safe order of the work' },
  { stage: 'staging', label: 'Rehearse it on the bench' },
  { stage: 'ground', label: 'Place it on the ground' },
] as const
