import { useState } from 'react'
import type { ReactNode } from 'react'
import type { Seen } from '~/core/judge/proof'
import { useObserve } from '../hooks/useObserve'
import { useWho } from '../hooks/useWho'
import { FormProblems } from './Field'
import { Problems } from './Problems'
import { TextInput } from './inputs'

interface Props {
  label: string
  /** What stands in the form now and would be recorded. */
  seen: Seen[]
  onTaken: () => void
  /** Where it was seen; left out where the rows themselves say it. */
  place?: string
  children: ReactNode
}

/** What a person saw with their own eyes: rows to fill in, who and where, and one button for all of them. */
export function SeenForm({ label, seen, onTaken, place: placeHint, children }: Props) {
  const [known, setWho] = useWho()
  const who = known ?? ''
  const [place, setPlace] = useState('')
  const { record, problems, busy } = useObserve(onTaken)
  return (
    <FormProblems value={problems}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault()
          record(who.trim(), place.trim(), seen)
        }}
      >
        {children}
        <div className="flex flex-wrap items-end gap-3">
          <div className="min-w-48 flex-1">
            <TextInput label="Who saw it" path="who" value={who} onChange={setWho} placeholder="name" />
          </div>
          <div className="min-w-48 flex-1">
            <TextInput
              label="Where"
              path="place"
              value={place}
              onChange={setPlace}
              placeholder={placeHint ?? 'place'}
            />
          </div>
          <button
            className="button button-main min-h-11"
            disabled={busy || seen.length === 0 || who.trim() === ''}
          >
            {label}
            {seen.length > 1 && `: ${seen.length}`}
          </button>
        </div>
        <Problems problems={problems} title="Not recorded. What you typed is still here." />
      </form>
    </FormProblems>
  )
}
