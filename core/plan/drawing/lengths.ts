import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'

export type LengthUnit = 'm' | 'ft'
/** Exact since 1959 (international yard and pound agreement). */
export const METRES_PER_FOOT = 0.3048

const FEET_INCHES = /^(\d+(?:[.,]\d+)?)\s*(?:ft|')(?:\s*(\d+(?:[.,]\d+)?)\s*(?:in|"|''))?$/
const PLAIN = /^(\d+(?:[.,]\d+)?)\s*(m|cm|mm)?$/
const PER_UNIT: Record<string, number> = { m: 1, cm: 0.01, mm: 0.001 }

/**
 * A typed length in metres: "12.4", "12,4 m", "840 cm", "40 ft", `12' 6"`. Without a unit it is in `unit`.
 * A length is greater than nothing.
 */
export function readLength(text: string, unit: LengthUnit): Outcome<number> {
  const typed = text.trim().toLowerCase()
  const feet = FEET_INCHES.exec(typed)
  const plain = PLAIN.exec(typed)
  const number = (part: string | undefined) => Number((part ?? '0').replace(',', '.'))
  const metres = feet
    ? (number(feet[1]) + number(feet[2]) / 12) * METRES_PER_FOOT
    : plain
      ? number(plain[1]) * (plain[2] ? (PER_UNIT[plain[2]] ?? 1) : unit === 'ft' ? METRES_PER_FOOT : 1)
      : 0
  if (metres > 0) return good(metres)
  return bad({
    path: ['length'],
    code: 'length',
    message: `“${text}” is no length. Type a number greater than 0, such as 12.4, 840 cm, 40 ft or 12' 6".`,
  })
}

export const lengthText = (metres: number, unit: LengthUnit, digits = 1): string =>
  unit === 'ft' ? `${(metres / METRES_PER_FOOT).toFixed(digits)} ft` : `${metres.toFixed(digits)} m`
