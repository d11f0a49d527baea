import { ChevronRight } from 'lucide-react'
import { Collapsible as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  title: ReactNode
  isOpen?: boolean
  className?: string
  /** How the line that opens it is written. */
  titleClassName?: string
  children: ReactNode
}

/** Something folded away under one line. */
export function Collapsible({
  title,
  isOpen = false,
  className,
  titleClassName = 'font-medium',
  children,
}: Props) {
  return (
    <Radix.Root defaultOpen={isOpen} className={className}>
      <Radix.Trigger className={`fold flex items-center gap-1 text-left ${titleClassName}`}>
        <ChevronRight size={14} aria-hidden className="fold-mark shrink-0" />
        {title}
      </Radix.Trigger>
      <Radix.Content>{children}</Radix.Content>
    </Radix.Root>
  )
}
