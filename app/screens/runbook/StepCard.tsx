import { Copy } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { clockOf, ORDER_CODES, quietFor, stillComes, waitIs } from '~/core/guide/runbook'
import type { Pace, QuietHours, RunbookStep, StepText } from '~/core/guide/runbook'
import { IconButton } from '../../components/IconButton'
import { Sourced } from '../../components/Sourced'
import { useTick } from '../../hooks/useTick'
import { clockText } from '../staging/clockText'

interface Props {
  number: number
  of: number
  step: RunbookStep
  text: StepText
  /** When the step before it was ticked. */
  since: string
  pace: Pace | null
  /** Hours during which nothing may be interrupted. */
  quiet: QuietHours | null
  busy: boolean
  onDone: () => void
  onOdd: () => void
  /** Opens the step before it again; null: there is none. */
  onBack: (() => void) | null
}

/** One step, to be read at arm's length and ticked with a glove on. */
export function StepCard({ number, of, step, text, since, pace, quiet, busy, onDone, onOdd, onBack }: Props) {
  const { title, where, caution, page, sets, happens, meanwhile, sees, undo } = text
  const card = useRef<HTMLElement>(null)
  const first = useRef(number)
  // The next step begins at its head, wherever the last one was left.
  useEffect(() => {
    if (first.current !== number) card.current?.scrollIntoView({ block: 'start' })
    first.current = number
  }, [number])
  return (
    <section
      ref={card}
      aria-label={`Step ${number} of ${of}`}
      className="sheet scroll-mt-2 space-y-3 px-4 py-4 text-[1.08rem]"
    >
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="text-[1.35rem] leading-tight">
          <span className="text-soft">
            Step {number} of {of}.
          </span>{' '}
          {title}
        </h2>
        <Timer since={since} pace={pace} />
      </div>
      {caution && <p className="hatched border-l-4 border-caution bg-caution-wash px-3 py-2">{caution}</p>}
      {quiet && (step.interrupts.length > 0 || step.cost.outage > 0) && <Quiet quiet={quiet} />}
      <p className={step.walk ? 'font-semibold' : ''}>{where}</p>
      {page && <p>{page}</p>}
      <ul className="divide-y divide-line border-y border-line">
        {sets.map(({ id, what, was, becomes }) => (
          <li key={id} className="flex items-center gap-2 py-1.5">
            <div className="min-w-0 flex-1">
              <p>{what}</p>
              <p className="text-[0.95rem]">
                <span className="text-soft line-through">{was}</span>{' '}
                <strong className="figures">{becomes}</strong>
              </p>
            </div>
            <IconButton
              label={`Copy ${becomes}`}
              onClick={() => void navigator.clipboard.writeText(becomes).catch(() => undefined)}
            >
              <Copy size={18} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      {happens.map((line) => (
        <p key={line} className="border-l-4 border-caution bg-caution-wash px-3 py-1.5">
          {line}
        </p>
      ))}
      {meanwhile && (
        <p>
          <span className="text-soft">Meanwhile: </span>
          {meanwhile}
        </p>
      )}
      {sees.map((line) => (
        <p key={line}>
          <span className="text-soft">To see: </span>
          {line}
        </p>
      ))}
      <p className="caption">Way back: {undo}</p>
      <div className="no-print sticky -bottom-3.5 -mx-4 grid gap-2 border-t border-line bg-sheet px-4 pt-2 pb-4 sm:grid-cols-2">
        <button
          className="button button-main min-h-14 justify-center text-[1.15rem]"
          disabled={busy}
          onClick={onDone}
        >
          Done, and seen
        </button>
        <button className="button min-h-14 justify-center" disabled={busy} onClick={onOdd}>
          Something else happened
        </button>
      </div>
      {onBack && (
        <button className="button button-quiet" disabled={busy} onClick={onBack}>
          Go back to step {number - 1}
        </button>
      )}
    </section>
  )
}

/** How long the step has been under way, and what so long a wait means. */
function Timer({ since, pace }: { since: string; pace: Pace | null }) {
  const nowMs = useTick(1000)
  const elapsedS = nowMs === 0 ? 0 : Math.max(0, (nowMs - new Date(since).getTime()) / 1000)
  if (!pace) return null
  const wait = waitIs(pace, elapsedS / 60)
  return (
    <div className="shrink-0 text-right">
      <p className={`figures text-[1.3rem] ${wait === 'normal' ? '' : 'text-caution'}`}>
        {clockText(elapsedS)}
      </p>
      <p className="caption">
        <Sourced
          source={`Kaplan–Meier over ${pace.seen} such steps that were ticked, on all sites, with the usual half to twice the expected time.`}
        >
          usually {clockText(pace.usualFrom * 60)} to {clockText(pace.usualTo * 60)}
        </Sourced>
      </p>
      {wait !== 'normal' && (
        <p role="status" className="text-[0.93rem]">
          {wait === 'stuck'
            ? 'Stuck. Look at its light, ping it, look for it in the list, before anything is reset.'
            : `Slow; nine in ten are done by ${clockText(pace.nineInTenBy * 60)}: wait.`}{' '}
          <Sourced
            source={`${ORDER_CODES['ORD-5'].means} ${ORDER_CODES['ORD-5'].instead} Of such waits that lasted as long, the share that ended; one in twenty never does, common practice, no source.`}
          >
            That it still comes: {chanceText(stillComes(pace, elapsedS / 60))} (ORD-5)
          </Sourced>
        </p>
      )}
    </div>
  )
}

const chanceText = (chance: number): string => (chance < 0.05 ? 'hardly' : `${Math.round(chance * 10)} in 10`)

/** Now is an hour in which nothing may be interrupted, and this step interrupts. */
function Quiet({ quiet }: { quiet: QuietHours }) {
  const nowMs = useTick(20_000)
  const now = new Date(nowMs)
  const left = nowMs === 0 ? 0 : quietFor(quiet, now.getHours() * 60 + now.getMinutes())
  if (left === 0) return null
  return (
    <p role="status" className="hatched border-l-4 border-caution bg-caution-wash px-3 py-2">
      Nothing may be interrupted before {clockOf(quiet.toMin)}, and this step does: wait{' '}
      {Math.floor(left / 60)} h {left % 60} min.
    </p>
  )
}
