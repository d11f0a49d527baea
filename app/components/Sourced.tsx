import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  /** How the figures come about, where they are worked out and not looked up. */
  formula?: string
  source: string
  className?: string
  children: ReactNode
}

/** Figures in words that say where they come from when they are asked. */
export function Sourced({ formula, source, className = '', children }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger className={`text-left underline decoration-dotted underline-offset-4 ${className}`}>
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="sheet z-50 max-w-sm border-ink p-3 shadow-lg"
          sideOffset={6}
          collisionPadding={8}
        >
          {formula && <p className="figures mb-1">{formula}</p>}
          <p className="caption">{source}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
