import { ChevronDown } from 'lucide-react'
import { DropdownMenu as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

interface Item {
  label: string
  says?: string
  /** Where it leads, or what it does. */
  href?: string
  onChoose?: () => void
}

interface Props {
  label: ReactNode
  items: readonly Item[]
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
          {items.map((item) =>
            item.href === undefined ? (
              <Radix.Item
                key={item.label}
                className="choice !flex-col !items-start !gap-0"
                onSelect={item.onChoose}
              >
                <Words {...item} />
              </Radix.Item>
            ) : (
              <Radix.Item key={item.label} asChild className="choice">
                <a href={item.href} className="!flex-col !items-start !gap-0">
                  <Words {...item} />
                </a>
              </Radix.Item>
            ),
          )}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}

const Words = ({ label, says }: Item) => (
  <>
    <span>{label}</span>
    {says && <span className="caption">{says}</span>}
  </>
)
