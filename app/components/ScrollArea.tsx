import { ScrollArea as Radix } from 'radix-ui'
import type { ReactNode } from 'react'
import { useNonce } from '../nonce'

/** A sheet that scrolls with a visible edge, by wheel, by drag and by keys. */
export function ScrollArea({
  label,
  className = '',
  children,
}: {
  label: string
  className?: string
  children: ReactNode
}) {
  return (
    <Radix.Root type="auto" className={`overflow-hidden ${className}`}>
      <Radix.Viewport
        nonce={useNonce()}
        className="h-full w-full"
        tabIndex={0}
        role="group"
        aria-label={label}
      >
        {children}
      </Radix.Viewport>
      <Radix.Scrollbar orientation="vertical" className="scrollbar">
        <Radix.Thumb className="scrollbar-thumb" />
      </Radix.Scrollbar>
    </Radix.Root>
  )
}
