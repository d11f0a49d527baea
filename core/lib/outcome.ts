/** Where a problem sits in the given data, e.g. ['networks', 2, 'pool', 'end']. */
export type Path = (string | number)[]

/** One thing wrong with data from outside: where, a stable code, and a sentence a person can act on. */
export interface Problem {
  path: Path
  code: string
  message: string
  /** Where two people changed one thing: each field that differs, as it was, is, and was meant. */
  states?: { field: string; was: string; now: string; yours: string }[]
}

/** Bad input is a value, never an exception. */
export type Outcome<T> = { ok: true; value: T } | { ok: false; problems: Problem[] }

export const good = <T>(value: T): Outcome<T> => ({ ok: true, value })
export const bad = (...problems: Problem[]): { ok: false; problems: Problem[] } => ({ ok: false, problems })

/** `networks[2].pool.end`, the way a person writes a path. */
export function pathText(path: Path): string {
  return path.reduce<string>(
    (text, part) => (typeof part === 'number' ? `${text}[${part}]` : text ? `${text}.${part}` : part),
    '',
  )
}
