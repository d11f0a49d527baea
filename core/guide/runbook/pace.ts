import { deviceOf } from '../../plan'
import type { Site } from '../../plan'
import { endedBy, survival } from '../../lib/kaplanMeier'
import type { Lasted } from '../../lib/kaplanMeier'
import type { Change, Move } from './types'

/** A step that was done, or left before it was: how long it took as a multiple of what was expected. */
export interface Paced {
  /** What sort of work: `page switch`, `cable` and so on. */
  work: string
  ratio: number
  ended: boolean
}

/**
 * What is taken for usual while little is known: half to twice the time expected, as five steps that were seen. Common practice, no
 * source. With every step that is done it weighs less.
 */
const USUAL: Lasted[] = [0.5, 0.75, 1, 1.4, 2].map((time) => ({ time, ended: true }))

/** Longer than this is no step any more but a night between. */
export const LONGEST_STEP_MIN = 180

export function workOf(site: Site, { pageId, changeIds }: Move, changes: readonly Change[]): string {
  if (pageId !== null) return `page ${deviceOf(site, pageId)?.kind ?? 'device'}`
  return changes.find(({ id }) => id === changeIds[0])?.subject.kind ?? 'hands'
}

/** How long a step usually takes, and what its waiting means. Minutes. */
export interface Pace {
  usualFrom: number
  usualTo: number
  nineInTenBy: number
  /** From that on it is no more slow but stuck: two in a hundred take longer. */
  stuckFrom: number
  /** So many steps of that sort were seen. */
  seen: number
}

/** Of what was seen of that sort of work, and the usual, what a step of so many minutes takes. */
export function paceOf(paced: readonly Paced[], work: string, minutes: number): Pace {
  const mine = paced.filter((one) => one.work === work)
  const curve = survival([...USUAL, ...mine.map(({ ratio, ended }) => ({ time: ratio, ended }))])
  const last = curve.at(-1)?.time ?? 2
  const at = (share: number) => (endedBy(curve, share) ?? last) * minutes
  return {
    usualFrom: at(0.2),
    usualTo: at(0.7),
    nineInTenBy: at(0.9),
    stuckFrom: at(0.98),
    seen: mine.length,
  }
}

/** What so long a wait is. */
export const waitIs = ({ usualTo, stuckFrom }: Pace, elapsedMin: number): 'normal' | 'slow' | 'stuck' =>
  elapsedMin <= usualTo ? 'normal' : elapsedMin <= stuckFrom ? 'slow' : 'stuck'
