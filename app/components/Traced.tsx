import type { Traced as TracedNumber } from '~/core/lib/traced'
import { Sourced } from './Sourced'

/** A number of the core with its own account of itself. */
export function Traced({ number, digits = 0 }: { number: TracedNumber; digits?: number }) {
  const { value, unit, formula, inputs, source } = number
  const shown = `${value.toFixed(digits)} ${unit}`
  return (
    <Sourced
      formula={`${formula} = ${shown}`}
      inputs={inputs}
      source={source}
      className="figures"
      aria-label={`${shown}, where it comes from`}
    >
      {shown}
    </Sourced>
  )
}
