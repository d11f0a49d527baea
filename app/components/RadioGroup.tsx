import { RadioGroup as Radix } from 'radix-ui'

interface Props<T extends string> {
  label: string
  value: T | null
  onChange: (value: T) => void
  choices: readonly { value: T; label: string }[]
  /** Each with a target that a thumb finds. */
  isLarge?: boolean
  /** One below the other, where the words are long. */
  isList?: boolean
}

/** One of a few, all in view. Arrow keys go from one to the next. */
export function RadioGroup<T extends string>({ label, value, onChange, choices, isLarge, isList }: Props<T>) {
  const size = isLarge
    ? 'min-h-11 border border-line px-3 has-[[data-state=checked]]:bg-depth-2 has-[[data-state=checked]]:font-semibold'
    : 'min-h-8'
  return (
    <Radix.Root
      aria-label={label}
      className={`flex ${isList ? 'flex-col' : 'flex-wrap items-center'} ${isLarge ? 'gap-1' : 'gap-x-4 gap-y-1'}`}
      value={value ?? ''}
      onValueChange={(next) => onChange(next as T)}
    >
      {choices.map((choice) => (
        <label key={choice.value} className={`flex items-center gap-1.5 ${size}`}>
          {/* Not Radix’s indicator: it measures the page each time that one is drawn. */}
          <Radix.Item value={choice.value} className="radio" />
          {choice.label}
        </label>
      ))}
    </Radix.Root>
  )
}
