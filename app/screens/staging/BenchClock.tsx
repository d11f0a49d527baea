import { ToggleGroup } from '../../components/ToggleGroup'
import { RotateCcw, SkipForward } from 'lucide-react'
import type { Bench } from '../../hooks/useBench'
import { useSite } from '../../hooks/useSite'
import type { BenchState } from '../../server/staging/bench.server'
import { clockText } from './clockText'

const SPEEDS = [
  { value: '0', label: 'stand still' },
  { value: '1', label: 'real time' },
  { value: '10', label: '× 10' },
  { value: '60', label: '× 60' },
]

/** The bench's own clock, its speed, and what concerns the whole bench. */
export function BenchClock({ bench: { ask, busy }, state }: { bench: Bench; state: BenchState }) {
  const { revision } = useSite()
  const { view, speed } = state
  const waiting = view.devices.filter(({ canAdopt }) => canAdopt).length
  const dark = view.devices.some(({ hasSwitch, switchedOn }) => hasSwitch && !switchedOn)
  return (
    <section aria-label="Bench clock" className="sheet flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2">
      <p className="figures text-[1.5rem] leading-none" aria-label="Time on the bench">
        {clockText(view.nowS)}
      </p>
      <ToggleGroup
        label="Speed of the clock"
        value={String(speed)}
        onChange={(next) => ask({ kind: 'speed', speed: Number(next) })}
        choices={SPEEDS}
      />
      <button
        className="button"
        disabled={view.nextEventS === null}
        onClick={() => ask({ kind: 'step' })}
        title="Jump to the next thing that happens by itself"
      >
        <SkipForward size={15} aria-hidden /> Step
      </button>
      <span className="flex-1" />
      {dark && (
        <button className="button button-main" disabled={busy} onClick={() => ask({ kind: 'powerAll' })}>
          Power everything on
        </button>
      )}
      {waiting > 0 && (
        <button className="button button-main" disabled={busy} onClick={() => ask({ kind: 'adoptAll' })}>
          Adopt all {waiting} waiting
        </button>
      )}
      {view.revision !== revision && (
        <button
          className="button"
          disabled={busy}
          onClick={() => ask({ kind: 'replan' })}
          title={`The bench follows revision ${view.revision}; the plan is at ${revision}`}
        >
          Bring in revision {revision}
        </button>
      )}
      <button
        className="button"
        disabled={busy}
        onClick={() => ask({ kind: 'setUp' })}
        title="Everything dark again, from the present plan"
      >
        <RotateCcw size={15} aria-hidden /> Start over
      </button>
    </section>
  )
}
