import { deviceOf } from '../../plan'
import type { Site } from '../../plan'
import { endedBy, lastsBeyond, survival } from '../../lib/kaplanMeier'
import { appliesAt } from './search/times'
import type { Lasted, Survival } from '../../lib/kaplanMeier'
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

/** "page switch, together, by cable": the kind of device, how it takes its settings, and how it is joined. */
export function workOf(site: Site, { pageId, changeIds }: Move, changes: readonly Change[]): string {
  if (pageId !== null) {
    const device = deviceOf(site, pageId)
    return `page ${device?.kind ?? 'device'}, ${appliesAt(site, pageId)}, by ${device?.air ? 'radio' : 'cable'}`
  }
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
  /** The share that takes longer, by minutes. */
  curve: Survival[]
}

/** With so many seen of one sort they speak for themselves; with fewer, all of that kind of device do. */
const ENOUGH = 3

/** One in twenty does not come by itself, however long one waits. Common practice, no source. */
const NEVER_COMES: Lasted = { time: Number.MAX_VALUE, ended: false, weight: USUAL.length / 19 }

/** Of what was seen of that sort of work, and the usual, what a step of so many minutes takes. */
export function paceOf(paced: readonly Paced[], work: string, minutes: number): Pace {
  const exact = paced.filter((one) => one.work === work)
  const [general = work] = work.split(',')
  const alike = paced.filter((one) => one.work === general || one.work.startsWith(`${general},`))
  const mine = exact.length >= ENOUGH ? exact : alike
  const lasted = [...USUAL, ...mine.map(({ ratio, ended }) => ({ time: ratio, ended }))]
  const curve = survival(lasted)
  const last = curve.at(-1)?.time ?? 2
  const at = (share: number) => (endedBy(curve, share) ?? last) * minutes
  return {
    usualFrom: at(0.2),
    usualTo: at(0.7),
    nineInTenBy: at(0.9),
    stuckFrom: at(0.98),
    seen: mine.length,
    curve: survival([...lasted, NEVER_COMES]).map(({ time, share }) => ({ time: time * minutes, share })),
  }
}

/** What so long a wait is. */
export const waitIs = ({ usualTo, stuckFrom }: Pace, elapsedMin: number): 'normal' | 'slow' | 'stuck' =>
  elapsedMin <= usualTo ? 'normal' : elapsedMin <= stuckFrom ? 'slow' : 'stuck'

/** The chance that what has not come after so long comes at all, from 0 to 1: of those that lasted longer, the share that ended. */
export function stillComes({ curve }: Pick<Pace, 'curve'>, elapsedMin: number): number {
  const left = lastsBeyond(curve, elapsedMin)
  const never = curve.at(-1)?.share ?? 0
  return left <= 0 ? 0 : (left - never) / left
}
