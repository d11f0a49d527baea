import { Popover as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  /** The button that opens it. */
  trigger: ReactNode
  label: string
  children: ReactNode
  open?: boolean
  onOpenChange?: (open: boolean) => void
}

/** A small sheet beside the button that opens it. Escape closes it, and the focus goes back. */
export function Popover({ trigger, label, children, open, onOpenChange }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          aria-label={label}
          sideOffset={6}
          collisionPadding={12}
          className="sheet z-40 max-h-[70vh] w-80 max-w-[92vw] overflow-y-auto p-3 shadow-lg"
        >
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
