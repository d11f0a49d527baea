import { deviceOf } from '../../../plan'
import type { Change, Move } from '../types'
import type { Ground } from './ground'
import type { Standing } from './take'
import type { Stopped } from './exact'

/** So many of the moves that are stopped are tried together. */
const MOST_TRIED = 12

/** Where no single step is safe any more: two that are, taken at the same moment. Tried on the twin, not guessed. */
export function whatHelps(ground: Ground, standing: Standing, stopped: readonly Stopped[]): string[] {
  const moves = onePerChanges(stopped.map(({ move }) => move)).slice(0, MOST_TRIED)
  return [...together(ground, standing, moves)]
}

const onePerChanges = (moves: readonly Move[]): Move[] => [
  ...new Map(moves.map((move) => [move.changeIds.join(' '), move])).values(),
]

/** Two people, each at one page or pair of hands, at the same moment. */
function* together(ground: Ground, { done }: Standing, moves: readonly Move[]): Generator<string> {
  for (const [i, one] of moves.entries())
    for (const other of moves.slice(i + 1)) {
      if (whoseOf(one) === whoseOf(other)) continue
      const both = new Set([...done, ...one.changeIds, ...other.changeIds])
      if (isWaiting(ground, both, [one, other]) || ground.faults(both).length > 0) continue
      yield `Two people at the same moment: ${wordsOf(ground, one)} and ${wordsOf(ground, other)}.`
    }
}

const whoseOf = ({ pageId, place }: Move): string => pageId ?? `hands ${place.deviceId}`

const isWaiting = (ground: Ground, done: ReadonlySet<string>, moves: readonly Move[]): boolean =>
  changesOf(ground, moves).some(({ after }) => after.some((id) => !done.has(id)))

const changesOf = (ground: Ground, moves: readonly Move[]): Change[] =>
  moves.flatMap(({ changeIds }) => changeIds.flatMap((id) => ground.byId.get(id) ?? []))

function wordsOf(ground: Ground, move: Move): string {
  const [first, ...more] = changesOf(ground, [move])
  const { present, target } = ground.task
  const device = deviceOf(target, first?.deviceId ?? '') ?? deviceOf(present, first?.deviceId ?? '')
  return `${device?.name ?? ''}, ${first?.what ?? ''}${more.length > 0 ? ` and ${more.length} more` : ''}`
}
