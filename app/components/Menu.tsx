import { ChevronDown } from 'lucide-react'
import { DropdownMenu as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  label: ReactNode
  items: readonly { label: string; href: string; says?: string }[]
}

/** Several ways to do one thing, under one button. */
export function Menu({ label, items }: Props) {
  return (
    <Radix.Root>
      <Radix.Trigger className="button">
        {label} <ChevronDown size={15} aria-hidden />
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          align="end"
          sideOffset={4}
          collisionPadding={10}
          className="sheet z-50 max-w-80 p-1 shadow-lg"
        >
          {items.map((item) => (
            <Radix.Item key={item.href} asChild className="choice">
              <a href={item.href} className="!flex-col !items-start !gap-0">
                <span>{item.label}</span>
                {item.says && <span className="caption">{item.says}</span>}
              </a>
            </Radix.Item>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
