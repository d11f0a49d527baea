import { Switch as Radix } from 'radix-ui'
import { useId } from 'react'

interface Props {
  label: string
  checked: boolean
  onChange: (checked: boolean) => void
}

/** Something that is on or off from the moment it is pressed, without a form around it. */
export function Switch({ label, checked, onChange }: Props) {
  const id = useId()
  return (
    <span className="flex items-center gap-1.5">
      <Radix.Root id={id} className="switch" checked={checked} onCheckedChange={onChange}>
        <Radix.Thumb className="switch-thumb" />
      </Radix.Root>
      <label htmlFor={id}>{label}</label>
    </span>
  )
}
