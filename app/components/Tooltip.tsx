import { Tooltip as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

/** Stands once around the program: tips share their delay. */
export const TipProvider = ({ children }: { children: ReactNode }) => (
  <Radix.Provider delayDuration={400}>{children}</Radix.Provider>
)

/** What a button without words does, on hover and on focus. The button itself keeps its label for those who do not see it. */
export function Tooltip({ says, children }: { says: string; children: ReactNode }) {
  return (
    <Radix.Root>
      <Radix.Trigger asChild>{children}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content sideOffset={5} collisionPadding={8} className="tip z-50">
          {says}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
