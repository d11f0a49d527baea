import { writeFileSync } from 'node:fs'
import { calendarText } from '~/core/formats'
import { attachmentsOf } from '~/core/network/layer2'
import { wsh1 } from '~/core/judge/findings/wsh1'
import { planView } from '~/core/judge/findings'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { deviceOf } from '~/core/plan'
import type { LinkEnd, Site } from '~/core/plan'
import {
  keepingQuiet,
  readQuietHours,
  runbookEntries,
  runbookOf,
  scheduleOf,
  stepData,
  stepText,
  taskOf,
} from '~/core/guide/runbook'
import type { Cost, Crew, QuietHours, Runbook, RunbookStep, Schedule } from '~/core/guide/runbook'
import type { Options } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `runbook PRESENT TARGET --laptop PLACE`: the steps from what is there to what is meant, or why there are none. */
export function runbookCommand(files: string[], options: Options): Output {
  const [presentFile, targetFile, ...more] = files
  if (presentFile === undefined || targetFile === undefined || more.length > 0)
    return badInput([
      {
        path: [],
        code: 'usage',
        message: `Two files are needed, what is there and what is meant; ${files.length} were given.`,
      },
    ])
  const [present, target] = [readSite(presentFile), readSite(targetFile)]
  const problems = [present, target].flatMap((one) => (one.ok ? [] : one.problems))
  if (!present.ok || !target.ok) return badInput(problems)
  const laptop = placeOf(present.value, options.laptop)
  if (!laptop.ok) return badInput(laptop.problems)
  const task = taskOf(present.value, target.value, laptop.value)
  if (!task.ok) return badInput(task.problems)
  const wishes = wishesOf(options)
  if (!wishes.ok) return badInput(wishes.problems)
  const { crew, start, quiet } = wishes.value
  const runbook = runbookOf(task.value)
  const found = runbook.stopped === null ? scheduleOf(runbook, crew) : null
  const kept = found && quiet ? keepingQuiet(found, quiet, minuteOf(start)) : null
  if (kept && !kept.ok) return badInput(kept.problems)
  const schedule = found && kept ? { ...found, plan: kept.value } : found
  if (options.ics !== undefined && schedule) {
    const entries = runbookEntries(runbook, schedule.plan, minutesAfter(start))
    writeFileSync(options.ics, calendarText(target.value.name, entries, start))
  }
  return told(runbook, schedule)
}

/** For how many, from when, and what must not be interrupted. */
function wishesOf(options: Options): Outcome<{ crew: Crew; start: Date; quiet: QuietHours | null }> {
  const crew = crewOf(options.crew ?? '1')
  const start = startOf(options.start)
  const quiet = options.quiet === undefined ? good(null) : readQuietHours(options.quiet)
  return crew.ok && start.ok && quiet.ok
    ? good({ crew: crew.value, start: start.value, quiet: quiet.value })
    : { ok: false, problems: [crew, start, quiet].flatMap((one) => (one.ok ? [] : one.problems)) }
}

const minutesAfter = (start: Date) => (minutes: number) =>
  new Date(start.getTime() + Math.round(minutes * 60) * 1000)

const minuteOf = (moment: Date): number => moment.getHours() * 60 + moment.getMinutes()

function crewOf(text: string): Outcome<Crew> {
  const crew = Number(text)
  return crew === 1 || crew === 2 || crew === 3
    ? good(crew)
    : bad({ path: ['--crew'], code: 'runbook.crew', message: `“${text}” people. Accepted: 1, 2 or 3.` })
}

/** When the work begins: the next full hour where nobody says. */
function startOf(text: string | undefined): Outcome<Date> {
  const start = text === undefined ? new Date(Math.ceil(Date.now() / 3_600_000) * 3_600_000) : new Date(text)
  return Number.isNaN(start.getTime())
    ? bad({
        path: ['--start'],
        code: 'runbook.start',
        message: `“${text ?? ''}” is no moment. Accepted: such as 2026-11-28T07:30.`,
      })
    : good(start)
}

/** "switch:12", or a free socket by its id or label as `reach` lists it. */
function placeOf(site: Site, text: string | undefined): Outcome<LinkEnd> {
  const refused = (message: string) => bad({ path: ['--laptop'], code: 'runbook.laptop', message })
  const some = attachmentsOf(site)
    .filter(({ kind }) => kind === 'port')
    .slice(0, 4)
    .map(({ id }) => id.replace(/^port:/, ''))
  const accepted = `Give a device and a port, such as ${some.join(', ') || 'switch:12'}.`
  if (text === undefined) return refused(`Where the laptop is plugged in is not said. ${accepted}`)
  const listed = attachmentsOf(site).find(
    ({ id, label, kind }) => kind === 'port' && [id, label].includes(text),
  )
  const [, deviceId = '', port = ''] = /^(?:port:)?(.+):(\d+)$/.exec(listed?.id ?? text) ?? []
  const number = Number(port)
  return deviceOf(site, deviceId)?.ports.some((one) => one.number === number)
    ? good({ deviceId, port: number })
    : refused(`“${text}” is no socket of what is there. ${accepted}`)
}

function told(runbook: Runbook, schedule: Schedule | null): Output {
  const { task, steps, stopped, cost, naive } = runbook
  const unmet = wsh1.check(planView(task.target)).map(({ says }) => says)
  return {
    exitCode: stopped === null && unmet.length === 0 ? 0 : 1,
    json: {
      changes: task.changes.length,
      found: stopped === null,
      isBest: runbook.isBest,
      cost,
      targetFails: unmet,
      steps: steps.map((step) => ({ ...stepData(step), text: stepText(runbook, step) })),
      helps: runbook.helps,
      stopped: stopped?.map(({ move, why }) => ({ changes: move.changeIds, why })) ?? [],
      schedule: schedule && {
        crew: schedule.crew,
        finishMin: schedule.plan.finishMin,
        boundMin: schedule.plan.boundMin,
        shifts: schedule.plan.shifts,
      },
      naive,
    },
    text: [
      `${task.changes.length} changes from ${task.present.name} to ${task.target.name}.`,
      ...unmet.map((says) => `The target itself falls short: ${says}`),
      '',
      ...steps.flatMap((step, i) => stepLines(runbook, step, i + 1)),
      ...(stopped ? noOrder(runbook) : [totals(runbook, cost)]),
      ...(schedule ? [scheduleLine(schedule)] : []),
      '',
      ...naiveLines(runbook),
    ].join('\n'),
  }
}

function stepLines(runbook: Runbook, step: RunbookStep, number: number): string[] {
  const { title, where, caution, page, sets, happens, meanwhile, sees, undo } = stepText(runbook, step)
  return [
    `${number}. ${title}`,
    ...[where, caution, page].flatMap((line) => (line === null ? [] : `   ${line}`)),
    ...sets.map(({ what, was, becomes }) => `   - ${what}: ${was} -> ${becomes}`),
    ...[...happens, ...(meanwhile === null ? [] : [meanwhile]), ...sees].map((line) => `   ${line}`),
    `   Back: ${undo}`,
    `   About ${minutes(step.cost.minutes)}.`,
    '',
  ]
}

const minutes = (value: number): string => `${Math.ceil(value)} min`

const totals = ({ isBest, lockedOut }: Runbook, cost: Cost | null): string =>
  cost
    ? `Walks ${cost.walks}, locked out ${lockedOut} times, points of no return ${cost.noReturns}, clients cut off ${Math.round(cost.outage)} client-minutes, about ${minutes(cost.minutes)}. ${isBest ? 'No order is better.' : 'Each step is checked before it runs. There may be a better order.'}${cost.exposure > 0 ? ` Networks that both plans keep apart get together for ${Math.ceil(cost.exposure)} minutes in all: no order avoids it.` : ''}`
    : ''

const scheduleLine = ({ crew, plan, isFree }: Schedule): string =>
  `With ${crew === 1 ? 'one person' : `${crew} people`}: through after about ${minutes(plan.finishMin)}, walks by the ground and waits overlapped; nobody is before ${minutes(plan.boundMin)}.${isFree ? '' : ' The steps stay in their order.'}`

const noOrder = ({ stopped, helps, task }: Runbook): string[] => [
  'No safe order was found. What is left, and what stops it:',
  ...(stopped ?? []).slice(0, 10).map(({ move, why }) => {
    const [first] = move.changeIds.flatMap((id) => task.changes.find((change) => change.id === id) ?? [])
    return `  ${first?.what ?? ''}${move.changeIds.length > 1 ? ` and ${move.changeIds.length - 1} more` : ''}: ${why}`
  }),
  ...helps.slice(0, 6).map((line) => `  What would make it safe: ${line}`),
]

function naiveLines({ naive, task }: Runbook): string[] {
  const name = (id: string) => (deviceOf(task.target, id) ?? deviceOf(task.present, id))?.name ?? id
  return [
    `From top to bottom of the list: walks ${naive.cost.walks}, locked out ${naive.cutOff.length} times, ${Math.round(naive.cost.outage)} client-minutes.`,
    ...naive.cutOff.map(
      ({ deviceId, why, code }) => `  ${code}: locked out before ${name(deviceId)}: ${why}`,
    ),
    ...naive.faults.map(
      ({ afterDeviceId, says, code }) =>
        `  ${code ? `${code}: after` : 'After'} ${name(afterDeviceId)}: ${says}`,
    ),
  ]
}
