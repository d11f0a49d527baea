import { Check, ChevronDown } from 'lucide-react'
import { Select as Radix } from 'radix-ui'
import { useState } from 'react'
import { flushSync } from 'react-dom'
import { useNonce } from '../nonce'
import { FlagCloth } from './Flag'

export interface Choice {
  value: string
  label: string
  /** A network's choice shows the flag of its VLAN. */
  vlanId?: number
}

interface Props {
  id?: string
  value: string | null
  onChange: (value: string | null) => void
  choices: readonly Choice[]
  /** Words for "none", where none is allowed. */
  none?: string
  label?: string
  className?: string
  'aria-invalid'?: boolean
  'aria-describedby'?: string
}

/** A list cannot have an entry without a value; none is sent as null all the same. */
const NONE = '(none)'

/** Longer lists open as the browser's own, which draws only what is in view and finds by typing, too. */
const MOST_DRAWN = 60

/** One of several. Arrow keys, Home, End and typing choose, as in every list of the program. */
export function Select(props: Props) {
  return props.choices.length > MOST_DRAWN ? <LongSelect {...props} /> : <ShortSelect {...props} />
}

function ShortSelect({ id, value, onChange, choices, none, label, className = '', ...aria }: Props) {
  const nonce = useNonce()
  const chosen = choices.find((choice) => choice.value === value)
  return (
    <Radix.Root
      value={value ?? (none === undefined ? '' : NONE)}
      onValueChange={(next) => onChange(next === NONE || next === '' ? null : next)}
    >
      <Radix.Trigger
        id={id}
        aria-label={label}
        data-value={value ?? ''}
        className={`field flex items-center gap-2 text-left ${className}`}
        {...aria}
      >
        {chosen?.vlanId !== undefined && <FlagCloth vlanId={chosen.vlanId} size={13} />}
        <span className="min-w-0 flex-1 truncate">
          <Radix.Value placeholder={none ?? 'choose'}>{chosen?.label ?? none ?? 'choose'}</Radix.Value>
        </span>
        <Radix.Icon asChild>
          <ChevronDown size={15} aria-hidden className="shrink-0" />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={3}
          collisionPadding={10}
          className="sheet z-50 max-h-[min(24rem,var(--radix-select-content-available-height))] min-w-[var(--radix-select-trigger-width)] overflow-hidden shadow-lg"
        >
          <Radix.Viewport nonce={nonce} className="p-1">
            {none !== undefined && <Item value={NONE} label={none} />}
            {choices.map((choice) => (
              <Item key={choice.value} {...choice} />
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}

const Item = ({ value, label, vlanId }: Choice) => (
  <Radix.Item value={value} data-value={value} className="choice">
    <span className="flex w-4 shrink-0 justify-center">
      <Radix.ItemIndicator>
        <Check size={14} aria-hidden />
      </Radix.ItemIndicator>
    </span>
    {vlanId !== undefined && <FlagCloth vlanId={vlanId} size={13} />}
    <Radix.ItemText>{label}</Radix.ItemText>
  </Radix.Item>
)

/** A page may hold many of these: until somebody is about to open it, a list holds what is chosen. */
function LongSelect({ id, value, onChange, choices, none, label, className = '', ...aria }: Props) {
  const [isWanted, setWanted] = useState(false)
  const fill = () => flushSync(() => setWanted(true))
  const drawn = isWanted ? choices : choices.filter((choice) => choice.value === value)
  return (
    <select
      id={id}
      aria-label={label}
      className={`field ${className}`}
      value={value ?? ''}
      onFocus={fill}
      onPointerDown={fill}
      onChange={(event) => onChange(event.target.value || null)}
      {...aria}
    >
      {none !== undefined && <option value="">{none}</option>}
      {drawn.map((choice) => (
        <option key={choice.value} value={choice.value}>
          {choice.label}
        </option>
      ))}
    </select>
  )
}
