import type { Change } from '../types'

/** Pairs of changes that take each other back: where the one is still to be done, the other is done already. */
const MIRROR: [RegExp, (id: string) => string][] = [
  [/\/add$/, (id) => id.replace(/add$/, 'remove')],
  [/\/remove$/, (id) => id.replace(/remove$/, 'add')],
  [/\/comes$/, (id) => id.replace(/comes$/, 'goes')],
  [/\/goes$/, (id) => id.replace(/goes$/, 'comes')],
]

/**
 * The same state of the gear, seen from the other end: of the changes that lead from the target to the present, those that are done
 * when these of the way there are.
 */
export function doneBackwards(
  there: readonly Change[],
  back: readonly Change[],
  done: ReadonlySet<string>,
): string[] {
  const ids = new Set(there.map(({ id }) => id))
  return back.flatMap(({ id }) => (done.has(mirrorOf(id, ids)) ? [] : [id]))
}

/** A cable that is pulled out for a moment, and an address for the while: taken back by the half that leads on. */
function mirrorOf(id: string, ids: ReadonlySet<string>): string {
  for (const half of ['/out', '/temp']) {
    if (id.endsWith(half)) return id.slice(0, -half.length)
    if (ids.has(`${id}${half}`)) return `${id}${half}`
  }
  return MIRROR.find(([pattern]) => pattern.test(id))?.[1](id) ?? id
}
