import { RotateCcw, SkipForward } from 'lucide-react'
import { Menu } from '../../components/Menu'
import { Slider } from '../../components/Slider'
import { ToggleGroup } from '../../components/ToggleGroup'
import type { Bench } from '../../hooks/useBench'
import { useSite } from '../../hooks/useSite'
import type { BoardState } from './boardState'
import { clockText } from './clockText'

const SPEEDS = [
  { value: '0', label: 'stand still' },
  { value: '1', label: 'real time' },
  { value: '10', label: '× 10' },
  { value: '60', label: '× 60' },
  { value: '600', label: '× 600' },
]

interface Props {
  bench: Bench
  state: BoardState
  nowS: number
  /** A moment that is looked at again; null: now. */
  atS: number | null
  onLook: (atS: number | null) => void
}

/** The bench's own clock, its speed, what has been, and what concerns the whole bench. */
export function BenchClock({ bench: { ask, act, busy }, state, nowS, atS, onLook }: Props) {
  const { revision } = useSite()
  const shownS = atS ?? nowS
  return (
    <section aria-label="Bench clock" className="sheet flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2">
      <p className="figures text-[1.5rem] leading-none" aria-label="Time on the bench">
        {clockText(shownS)}
      </p>
      <ToggleGroup
        label="Speed of the clock"
        value={String(state.speed)}
        onChange={(next) => ask({ kind: 'speed', speed: Number(next) })}
        choices={SPEEDS}
      />
      <button
        className="button"
        disabled={state.nextEventS === null}
        onClick={() => ask({ kind: 'step' })}
        title="Jump to the next thing that happens by itself"
      >
        <SkipForward size={15} aria-hidden /> Step
      </button>
      <div className="flex min-w-48 flex-1 items-center gap-2">
        <Slider
          label="Moment looked at"
          says={atS === null ? 'now' : `at ${clockText(atS)}`}
          value={Math.min(shownS, nowS)}
          min={0}
          max={Math.max(1, Math.ceil(nowS))}
          step={1}
          onChange={(next) => onLook(next >= Math.floor(nowS) ? null : next)}
        />
        <button className="button" disabled={atS === null} onClick={() => onLook(null)}>
          now
        </button>
      </div>
      {state.revision !== revision && (
        <button
          className="button"
          disabled={busy}
          onClick={() => ask({ kind: 'follow' })}
          title={`The bench follows revision ${state.revision}; the plan is at ${revision}`}
        >
          Bring in revision {revision}
        </button>
      )}
      {state.hides && (
        <button className="button" disabled={busy} onClick={() => act({ kind: 'reveal' })}>
          What was hidden?
        </button>
      )}
      <Menu
        label={
          <>
            <RotateCcw size={15} aria-hidden /> Start over
          </>
        }
        items={[
          {
            label: 'Network prepared',
            says: 'what no controller adopts is set up as planned; access points come from the carton',
            onChoose: () => ask({ kind: 'setUp', begins: 'prepared' }),
          },
          {
            label: 'Everything from its carton',
            says: 'factory addresses, factory logins, and somebody at each page',
            onChoose: () => ask({ kind: 'setUp', begins: 'carton' }),
          },
          {
            label: 'Network prepared, with one mistake in it',
            says: 'somebody slipped, and does not say where: find it from what the gear shows',
            onChoose: () => ask({ kind: 'setUp', begins: 'prepared', hides: true }),
          },
        ]}
      />
    </section>
  )
}
