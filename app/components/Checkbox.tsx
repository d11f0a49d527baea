import { Check } from 'lucide-react'
import { Checkbox as Radix } from 'radix-ui'
import { useId } from 'react'
import type { ReactNode } from 'react'

interface Props {
  label: ReactNode
  checked: boolean
  onChange: (checked: boolean) => void
  disabled?: boolean
}

/** Something that is so or not, kept with the rest of its form. */
export function Checkbox({ label, checked, onChange, disabled }: Props) {
  const id = useId()
  return (
    <div className="flex min-h-8 items-center gap-2">
      <Radix.Root
        id={id}
        className="tick-box group"
        checked={checked}
        disabled={disabled}
        onCheckedChange={(next) => onChange(next === true)}
      >
        {/* Not Radix’s indicator: it measures the page each time that one is drawn, and forms have dozens. */}
        <Check size={13} strokeWidth={3} aria-hidden className="group-data-[state=unchecked]:hidden" />
      </Radix.Root>
      <label htmlFor={id}>{label}</label>
    </div>
  )
}
