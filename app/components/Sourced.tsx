import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  /** How the figures come about, where they are worked out and not looked up. */
  formula?: string
  source: string
  /** What went into the formula. */
  inputs?: { name: string; value: string }[]
  className?: string
  'aria-label'?: string
  children: ReactNode
}

/** Figures that say where they come from when they are asked: formula, inputs, source. */
export function Sourced({ formula, source, inputs = [], className = '', children, ...label }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`text-left underline decoration-dotted underline-offset-4 ${className}`}
        {...label}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="sheet z-50 max-w-sm border-ink p-3 shadow-lg"
          sideOffset={6}
          collisionPadding={8}
        >
          {formula && <p className="figures">{formula}</p>}
          {inputs.length > 0 && (
            <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3">
              {inputs.map(({ name, value }) => (
                <div key={name} className="contents">
                  <dt className="text-soft">{name}</dt>
                  <dd className="figures text-right">{value}</dd>
                </div>
              ))}
            </dl>
          )}
          <p className="caption mt-1">{source}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
