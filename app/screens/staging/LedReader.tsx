import { useState } from 'react'
import { phasesShowing, PLAIN_WORD, todoIn } from '~/core/world'
import type { Led } from '~/core/world'
import type { LedMeaning } from '~/core/plan'
import { useSite } from '../../hooks/useSite'
import { Collapsible } from '../../components/Collapsible'
import { SelectInput } from '../../components/inputs'
import { LedMark } from './LedMark'

const PATTERNS: { value: Led; label: string }[] = [
  { value: 'dark', label: 'dark' },
  { value: 'steady', label: 'steady' },
  { value: 'slow', label: 'slow flash' },
  { value: 'quick', label: 'quick flash' },
]

/** The reading the other way: from what somebody sees on a case to where the device may be, and what to look at next. */
export function LedReader() {
  const { site } = useSite()
  const [typeId, setTypeId] = useState<string | null>(null)
  const types = site.deviceTypes.filter(({ leds }) => leds.length > 0)
  const type = types.find(({ id }) => id === typeId)
  const [power, setPower] = useState<Led>('steady')
  const [status, setStatus] = useState<Led>('slow')
  const phases = phasesShowing(power, status)
  return (
    <Collapsible title="This is what I see on a case" className="sheet px-4 py-2">
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <LedMark leds={{ power, status }} />
        <div className="w-40">
          <SelectInput
            label="Power LED"
            path="power"
            value={power}
            choices={PATTERNS}
            onChange={(value) => setPower((value ?? 'dark') as Led)}
          />
        </div>
        <div className="w-40">
          <SelectInput
            label="Status LED"
            path="status"
            value={status}
            choices={PATTERNS}
            onChange={(value) => setStatus((value ?? 'dark') as Led)}
          />
        </div>
      </div>
      {types.length > 0 && (
        <div className="mt-2 max-w-96">
          <SelectInput
            label="Type, where its own LEDs are known"
            path="typeId"
            none="any"
            value={typeId}
            choices={types.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setTypeId}
          />
        </div>
      )}
      {type && <OwnLeds leds={type.leds.filter(({ pattern }) => pattern === status || pattern === power)} />}
      {phases.length === 0 ? (
        <p className="mt-2">No phase shows that. Read its own sheet, or look again from nearer.</p>
      ) : (
        <ul className="mt-2 space-y-1">
          {phases.map((phase) => (
            <li key={phase}>
              <strong>{PLAIN_WORD[phase]}</strong>: {todoIn(phase)}
            </li>
          ))}
        </ul>
      )}
      <p className="caption mt-1">Common practice, no source; a type’s own LEDs stand on its label.</p>
    </Collapsible>
  )
}

/** What the sheet of a type says of LEDs that show that. */
const OwnLeds = ({ leds }: { leds: LedMeaning[] }) =>
  leds.length === 0 ? (
    <p className="mt-2">Its sheet says nothing of LEDs that show that.</p>
  ) : (
    <ul className="mt-2">
      {leds.map(({ led, colour, pattern, means }, i) => (
        <li key={i}>
          {led}
          {colour && `, ${colour}`}, {PATTERNS.find(({ value }) => value === pattern)?.label}:{' '}
          {means.join(', ')}
        </li>
      ))}
    </ul>
  )
