import type { Runbook } from './runbook'
import type { Plan } from './schedule/plan'
import { stepText } from './words'

/** One step in a calendar. */
export interface RunbookEntry {
  id: string
  title: string
  lines: string[]
  start: Date
  end: Date
}

/** The steps as they are to be done: who, where, and what. `at` gives the moment so many minutes after the work begins. */
export function runbookEntries(runbook: Runbook, plan: Plan, at: (minutes: number) => Date): RunbookEntry[] {
  return runbook.steps.flatMap((step, i): RunbookEntry[] => {
    const shift = plan.shifts.find(({ id }) => id === i)
    if (!shift) return []
    const { title, where, caution, page, sets, happens } = stepText(runbook, step)
    return [
      {
        id: `step-${i + 1}-${at(0).toISOString()}`,
        title: `${i + 1}. ${title}`,
        lines: [
          `Person ${shift.people.map((one) => one + 1).join(' and ')}`,
          where,
          ...[caution, page].flatMap((line) => (line === null ? [] : [line])),
          ...sets.map(({ what, becomes }) => `${what}: ${becomes}`),
          ...happens,
        ],
        start: at(shift.startMin),
        end: at(shift.freeMin),
      },
    ]
  })
}
