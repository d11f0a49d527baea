import { METRES_PER_FOOT } from '~/core/plan/drawing'
import type { LengthUnit } from '~/core/plan/drawing'
import { NumberInput } from './inputs'

interface Props {
  label: string
  path: string
  hint?: string | undefined
  unit: LengthUnit
  metres: number | null
  onChange: (metres: number | null) => void
}

/** A length in the unit that is set; what goes out is in metres. */
export function LengthInput({ label, path, hint, unit, metres, onChange }: Props) {
  const per = unit === 'ft' ? METRES_PER_FOOT : 1
  return (
    <NumberInput
      label={`${label}, ${unit}`}
      path={path}
      hint={hint}
      value={metres === null ? null : Math.round((metres / per) * 100) / 100}
      onChange={(value) => onChange(value === null ? null : value * per)}
    />
  )
}
