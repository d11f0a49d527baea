import { bad, good } from '../../../lib/outcome'
import type { Outcome } from '../../../lib/outcome'
import type { Plan, Shift } from './plan'

/** Hours of every day during which nothing may be interrupted, in minutes after midnight; over midnight where the end is the smaller. */
export interface QuietHours {
  fromMin: number
  toMin: number
}

/** Minutes of a plan during which somebody is cut off, and by which jobs. */
export interface Down {
  fromMin: number
  toMin: number
  ids: number[]
}

const DAY_MIN = 24 * 60

/** "08:00-18:00". */
export function readQuietHours(text: string): Outcome<QuietHours> {
  const [, from, to] = /^\s*(\d\d:\d\d)\s*(?:-|–|to)\s*(\d\d:\d\d)\s*$/.exec(text) ?? []
  const [fromMin, toMin] = [from, to].map(minuteOfDay)
  if (fromMin == null || toMin == null)
    return refused(`“${text}” are no hours. Accepted: such as 08:00-18:00, from 00:00 to 23:59.`)
  return fromMin === toMin
    ? refused(`“${text}” is the whole day or none of it. Accepted: a beginning and another end.`)
    : good({ fromMin, toMin })
}

const refused = (message: string) => bad({ path: ['quiet'], code: 'runbook.quiet', message })

function minuteOfDay(text: string | undefined): number | null {
  const [hours, minutes] = (text ?? '').split(':').map(Number)
  return hours !== undefined && minutes !== undefined && hours < 24 && minutes < 60
    ? hours * 60 + minutes
    : null
}

export const clockOf = (minute: number): string => {
  const at = ((Math.floor(minute) % DAY_MIN) + DAY_MIN) % DAY_MIN
  return `${String(Math.floor(at / 60)).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`
}

/** How long the quiet hours last. */
const lengthOf = ({ fromMin, toMin }: QuietHours): number => (toMin - fromMin + DAY_MIN) % DAY_MIN

/** How long from a minute of the day until the quiet hours are over; 0: it is none of them. */
export function quietFor(quiet: QuietHours, minute: number): number {
  const into = (((minute - quiet.fromMin) % DAY_MIN) + DAY_MIN) % DAY_MIN
  const length = lengthOf(quiet)
  return into < length ? length - into : 0
}

/** Minutes from a minute of the day until the quiet hours begin again. */
const freeFor = ({ fromMin }: QuietHours, minute: number): number =>
  (((fromMin - minute) % DAY_MIN) + DAY_MIN) % DAY_MIN || DAY_MIN

/**
 * The plan with whatever cuts somebody off put behind the quiet hours: it waits, and all that begins after it waits with it.
 * `startsAtMin`: the minute of the day at which the work begins. Refused where it is down longer than the day has hours for it.
 */
export function aroundQuiet(
  plan: Plan,
  downs: readonly Down[],
  quiet: QuietHours,
  startsAtMin: number,
): Outcome<Plan> {
  const free = DAY_MIN - lengthOf(quiet)
  let shifts = plan.shifts
  let delay = 0
  for (const { fromMin, toMin, ids } of [...downs].sort((a, b) => a.fromMin - b.fromMin)) {
    const lasts = toMin - fromMin
    if (lasts > free + 1e-9)
      return refused(
        `${stepsWords(ids)} ${ids.length === 1 ? 'interrupts' : 'interrupt'} for ${Math.ceil(lasts)} min, and from ${clockOf(quiet.toMin)} to ${clockOf(quiet.fromMin)} there are ${free}. Give shorter quiet hours.`,
      )
    const at = startsAtMin + fromMin + delay
    const quietLeft = quietFor(quiet, at)
    const wait =
      quietLeft > 0 ? quietLeft : lasts > freeFor(quiet, at) + 1e-9 ? freeFor(quiet, at) + lengthOf(quiet) : 0
    if (wait === 0) continue
    shifts = later(shifts, fromMin + delay, wait)
    delay += wait
  }
  return good({ ...plan, shifts, finishMin: Math.max(0, ...shifts.map(({ endMin }) => endMin)) })
}

const later = (shifts: readonly Shift[], fromMin: number, by: number): Shift[] =>
  shifts.map((shift) =>
    shift.startMin >= fromMin - 1e-9
      ? {
          ...shift,
          startMin: shift.startMin + by,
          freeMin: shift.freeMin + by,
          endMin: shift.endMin + by,
        }
      : shift,
  )

const stepsWords = (ids: readonly number[]): string =>
  ids.length === 1 ? `Step ${(ids[0] ?? 0) + 1}` : `Steps ${Math.min(...ids) + 1} to ${Math.max(...ids) + 1}`

/** In which order the jobs take effect. */
export const effectOrder = ({ shifts }: Pick<Plan, 'shifts'>): number[] =>
  [...shifts].sort((a, b) => a.endMin - b.endMin || a.id - b.id).map(({ id }) => id)
