import type { ComponentProps, ReactNode } from 'react'
import { Tooltip } from './Tooltip'

interface Props extends ComponentProps<'button'> {
  /** What it is called. */
  label: string
  /** What the tip says, where that is more than the label. */
  tip?: string
  children: ReactNode
}

/** A button that shows a sign only: named for screen readers, explained on hover and focus. */
export function IconButton({ label, tip, className = 'button button-quiet', children, ...rest }: Props) {
  return (
    <Tooltip says={tip ?? label}>
      <button type="button" aria-label={label} className={className} {...rest}>
        {children}
      </button>
    </Tooltip>
  )
}
