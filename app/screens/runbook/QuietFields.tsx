import { useState } from 'react'
import { clockOf, readQuietHours } from '~/core/guide/runbook'
import type { QuietHours } from '~/core/guide/runbook'

interface Props {
  quiet: QuietHours | null
  onChange: (quiet: QuietHours | null) => void
}

/** Hours of the day during which nothing may be interrupted; both empty: there are none. */
export function QuietFields({ quiet, onChange }: Props) {
  const [from, setFrom] = useState(quiet ? clockOf(quiet.fromMin) : '')
  const [to, setTo] = useState(quiet ? clockOf(quiet.toMin) : '')
  const read = from === '' && to === '' ? null : readQuietHours(`${from}-${to}`)
  const put = (nextFrom: string, nextTo: string) => {
    setFrom(nextFrom)
    setTo(nextTo)
    const next = readQuietHours(`${nextFrom}-${nextTo}`)
    onChange(next.ok ? next.value : null)
  }
  const isBad = read !== null && !read.ok && from !== '' && to !== ''
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 text-[0.93rem]">Nothing is interrupted from … to</legend>
      <span className="flex items-center gap-1.5">
        <input
          type="time"
          aria-label="Quiet from"
          aria-invalid={isBad}
          className="field figures !w-32"
          value={from}
          onChange={(event) => put(event.target.value, to)}
        />
        <input
          type="time"
          aria-label="Quiet to"
          aria-invalid={isBad}
          className="field figures !w-32"
          value={to}
          onChange={(event) => put(from, event.target.value)}
        />
      </span>
      {isBad && (
        <p role="alert" className="text-[0.93rem] text-caution">
          {read.problems.map(({ message }) => message).join(' ')}
        </p>
      )}
    </fieldset>
  )
}
