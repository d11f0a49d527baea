import { Toolbar as Radix } from 'radix-ui'
import type { ReactNode } from 'react'
import { Tooltip } from './Tooltip'

interface Sign {
  label: string
  tip: string
  sign: ReactNode
}

interface Props<T extends string> {
  label: string
  /** Of these one is in the hand. */
  tools: readonly (Sign & { value: T })[]
  tool: T
  onTool: (tool: T) => void
  /** Of these each does one thing when it is pressed. */
  actions: readonly (Sign & { onPress: () => void })[]
}

/** A row of signs: one stop of the tab key, arrow keys go along it. */
export function ToolBar<T extends string>({ label, tools, tool, onTool, actions }: Props<T>) {
  return (
    <Radix.Root aria-label={label} className="flex items-center gap-2">
      <Radix.ToggleGroup
        type="single"
        aria-label={label}
        className="flex"
        value={tool}
        // Pressed again it stays: one of them is always in the hand.
        onValueChange={(next) => next && onTool(next as T)}
      >
        {tools.map(({ value, label: name, tip, sign }) => (
          <Tooltip key={value} says={tip}>
            <Radix.ToggleItem
              value={value}
              aria-label={name}
              className={`button -ml-px !px-2 ${tool === value ? 'button-main' : ''}`}
            >
              {sign}
            </Radix.ToggleItem>
          </Tooltip>
        ))}
      </Radix.ToggleGroup>
      <div className="flex">
        {actions.map(({ label: name, tip, sign, onPress }) => (
          <Tooltip key={name} says={tip}>
            <Radix.Button aria-label={name} className="button -ml-px !px-2" onClick={onPress}>
              {sign}
            </Radix.Button>
          </Tooltip>
        ))}
      </div>
    </Radix.Root>
  )
}
