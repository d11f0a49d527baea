import { ToggleGroup as Radix } from 'radix-ui'

interface Props<T extends string> {
  label: string
  value: T
  onChange: (value: T) => void
  choices: readonly { value: T; label: string }[]
}

/** One of a few that takes effect at once. Arrow keys go from one to the next. */
export function ToggleGroup<T extends string>({ label, value, onChange, choices }: Props<T>) {
  return (
    <Radix.Root
      type="single"
      aria-label={label}
      className="flex"
      value={value}
      // Pressed again it stays: one of them always holds.
      onValueChange={(next) => next && onChange(next as T)}
    >
      {choices.map((choice) => (
        <Radix.Item
          key={choice.value}
          value={choice.value}
          className={`button -ml-px ${value === choice.value ? 'button-main' : ''}`}
        >
          {choice.label}
        </Radix.Item>
      ))}
    </Radix.Root>
  )
}
