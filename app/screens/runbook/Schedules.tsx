import { CalendarDays, Printer } from 'lucide-react'
import { useState } from 'react'
import { calendarText } from '~/core/formats'
import { clockOf, keepingQuiet, runbookEntries } from '~/core/guide/runbook'
import type { Plan, QuietHours, Schedule } from '~/core/guide/runbook'
import { Sourced } from '../../components/Sourced'
import { ToggleGroup } from '../../components/ToggleGroup'
import { useSite } from '../../hooks/useSite'
import { drawnTime } from './drawnTime'
import type { RunbookTold } from '../../workers/runbook.worker'

interface Props {
  told: RunbookTold
  schedules: Schedule[]
  quiet: QuietHours | null
}

/** Who does what when, for one to three people; as a calendar and on paper. */
export function Schedules({ told, schedules, quiet }: Props) {
  const { site } = useSite()
  const [crew, setCrew] = useState('1')
  const [start, setStart] = useState('')
  const chosen = schedules.find((one) => String(one.crew) === crew)
  if (!chosen) return null
  const begins = start === '' ? null : new Date(start)
  const kept =
    quiet && begins ? keepingQuiet(chosen, quiet, begins.getHours() * 60 + begins.getMinutes()) : null
  const plan = kept?.ok ? kept.value : chosen.plan
  const { isFree } = chosen
  const drawn = drawnTime(plan.shifts)
  const people = Array.from({ length: chosen.crew }, (_, i) => i)
  const save = () => {
    const from = begins ?? new Date()
    const at = (minutes: number) => new Date(from.getTime() + Math.round(minutes * 60) * 1000)
    const text = calendarText(site.name, runbookEntries(told.runbook, plan, at), new Date())
    const link = document.createElement('a')
    link.href = URL.createObjectURL(new Blob([text], { type: 'text/calendar' }))
    link.download = 'runbook.ics'
    link.click()
    URL.revokeObjectURL(link.href)
  }
  return (
    <section aria-label="Who does what when" className="sheet space-y-3 px-4 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <ToggleGroup
          label="People"
          value={crew}
          onChange={setCrew}
          choices={[
            { value: '1', label: 'one person' },
            { value: '2', label: 'two' },
            { value: '3', label: 'three' },
          ]}
        />
        <p className="grow">
          Through after about <strong className="figures">{Math.ceil(plan.finishMin)}</strong> min;{' '}
          <Sourced source="The longest chain of steps that wait for each other, or all hands busy all the time. Times are common practice, no source.">
            nobody is before {Math.ceil(plan.boundMin)} min
          </Sourced>
          .{!isFree && ' The steps stay in their order.'}
        </p>
        <label className="no-print flex items-center gap-2">
          <span className="text-[0.93rem]">Begins</span>
          <input
            type="datetime-local"
            className="field !w-52"
            value={start}
            onChange={(event) => setStart(event.target.value)}
          />
        </label>
        <button className="button no-print" onClick={save}>
          <CalendarDays size={16} aria-hidden /> Calendar
        </button>
        <button className="button no-print" onClick={() => window.print()}>
          <Printer size={16} aria-hidden /> Print
        </button>
      </div>
      {quiet && (
        <p className="text-[0.95rem]" role="status">
          {begins === null
            ? `Say when it begins: what interrupts is then put outside ${clockOf(quiet.fromMin)} to ${clockOf(quiet.toMin)}.`
            : kept && !kept.ok
              ? kept.problems.map(({ message }) => message).join(' ')
              : quietWords(chosen.plan, plan, quiet)}
        </p>
      )}
      <ol className="space-y-1.5">
        {people.map((person) => (
          <li key={person} className="flex items-center gap-2">
            <span className="w-20 shrink-0 text-[0.93rem]">Person {person + 1}</span>
            <ol className="relative h-8 grow border-b border-line">
              {plan.shifts
                .filter((shift) => shift.people.includes(person))
                .map(({ id, startMin, freeMin }) => (
                  <li
                    key={id}
                    title={told.texts[id]?.title}
                    className="absolute top-0 flex h-7 items-center justify-center overflow-hidden border border-ink bg-land text-[0.82rem]"
                    style={{
                      left: `${(drawn(startMin) / drawn(plan.finishMin)) * 100}%`,
                      width: `${((drawn(freeMin) - drawn(startMin)) / drawn(plan.finishMin)) * 100}%`,
                    }}
                  >
                    <span className="figures">{id + 1}</span>
                    <span className="sr-only">
                      : {told.texts[id]?.title}, from minute {Math.round(startMin)} to {Math.round(freeMin)}
                    </span>
                  </li>
                ))}
            </ol>
          </li>
        ))}
      </ol>
    </section>
  )
}

function quietWords(before: Plan, after: Plan, { fromMin, toMin }: QuietHours): string {
  const hours = `${clockOf(fromMin)} to ${clockOf(toMin)}`
  const waits = Math.ceil(after.finishMin - before.finishMin)
  return waits > 0
    ? `Nothing is interrupted from ${hours}: the work waits ${Math.floor(waits / 60)} h ${waits % 60} min for it.`
    : `Nothing is interrupted from ${hours}: no step has to wait for it.`
}
