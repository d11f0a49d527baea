import type { Path, Problem } from '../../../lib/outcome'

/** One value of the plan: where it stands, and what a person calls it. */
export interface Field {
  path: Path
  label: string
}

/** Gathers what a file cannot hold. A file with any fault is not written. */
export class Faults {
  readonly problems: Problem[] = []

  /** Never quotes the value: it may be a key. */
  refuse({ path, label }: Field, problem: string, accepted: string): null {
    const message = `${label} ${problem}. Accepted: ${accepted}.`
    if (!this.problems.some((known) => known.message === message))
      this.problems.push({ path, code: 'format.cannotHold', message })
    return null
  }
}

/** For whom the file is: with its keys or without; and what it cannot hold. */
export interface Keys {
  withKeys: boolean
  faults: Faults
}

const CONTROL = /\p{Cc}/u
const HALF = /\p{Cs}/u
const codePoint = (character: string): string =>
  `U+${(character.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`

/** Why a text cannot stand in one line of UTF-8, or null. */
export function lineProblem(text: string): string | null {
  const control = CONTROL.exec(text)
  if (control) return `holds the control character ${codePoint(control[0])}`
  return HALF.test(text) ? 'holds half of a character (a lone surrogate)' : null
}

/** A value that its grammar takes as it stands in one line; else null, and the reason is gathered. */
export function plainLine(value: string, field: Field, faults: Faults): string | null {
  const problem = lineProblem(value)
  return problem === null ? value : faults.refuse(field, problem, 'text without control characters')
}
