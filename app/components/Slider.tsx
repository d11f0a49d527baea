import { Slider as Radix } from 'radix-ui'

interface Props {
  label: string
  value: number
  min: number
  max: number
  step: number
  onChange: (value: number) => void
  /** What the place means, in words: "3 h after high water". */
  says: string
}

/** A place on a line. Arrow keys move it by a step, page keys by ten, Home and End to its ends. */
export function Slider({ label, value, min, max, step, onChange, says }: Props) {
  return (
    <Radix.Root
      className="slider"
      value={[value]}
      min={min}
      max={max}
      step={step}
      onValueChange={([next]) => next !== undefined && onChange(next)}
    >
      <Radix.Track className="slider-track">
        <Radix.Range className="slider-range" />
      </Radix.Track>
      <Radix.Thumb aria-label={label} aria-valuetext={says} className="slider-thumb" />
    </Radix.Root>
  )
}
