import { createHmac, randomBytes } from 'node:crypto'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { markedSecrets } from '~/core/plan'
import type { Site } from '~/core/plan'
import { changesBetween, LONGEST_STEP_MIN, paceOf, taskOf, workOf } from '~/core/guide/runbook'
import type { Move, Pace } from '~/core/guide/runbook'
import type { RunbookRequest } from '~/schema/runbook'
import type { StoredRunbook } from '~/store'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'

/** Of this server's own and of this start alone: a mark tells that a key is another, and not what it is. */
const MARKS = randomBytes(32)
const marked = (site: Site): Site =>
  markedSecrets(site, (secret) => createHmac('sha256', MARKS).update(secret).digest('base64url').slice(0, 16))

export interface RunbookUnderWay {
  revision: number
  at: string
  who: string
  laptop: StoredRunbook['laptop']
  done: string[]
  steps: Move[]
  isBest: boolean
  ticks: StoredRunbook['ticks']
  /** How long each step usually takes, by what was seen of such steps on all sites. */
  paces: Pace[]
}

export interface RunbookState {
  revision: number
  built: { revision: number; at: string; who: string } | null
  /** What is there, and what is meant: of the runbook under way, or else of the plan as it is now. */
  present: Site | null
  target: Site
  underWay: RunbookUnderWay | null
}

export function runbookState(siteId: string): RunbookState {
  const { site, revision } = siteOr404(siteId)
  const { runbooks } = store()
  const built = runbooks.asBuilt(siteId)
  const underWay = runbooks.runbook(siteId)
  return {
    revision,
    built: built && { revision: built.revision, at: built.at, who: built.who },
    present: built && marked(built.plan),
    target: marked(underWay?.target ?? site),
    underWay: underWay && built && told(underWay, built.plan),
  }
}

function told({ target, minutes, ...rest }: StoredRunbook, built: Site): RunbookUnderWay {
  const paced = store().runbooks.paced()
  const changes = changesBetween(built, target)
  return {
    ...rest,
    paces: rest.steps.map((move, i) => paceOf(paced, workOf(built, move, changes), minutes[i] ?? 1)),
  }
}

const refused = (message: string): Outcome<true> => bad({ path: [], code: 'runbook.refused', message })

/** Carries out what a person asks of the runbook. */
export function doInRunbook(siteId: string, request: RunbookRequest): Outcome<true> {
  const { site, revision } = siteOr404(siteId)
  const { runbooks } = store()
  switch (request.kind) {
    case 'mark':
      runbooks.markBuilt(siteId, site, revision, request.who)
      return logged(siteId, request.who, `Marked as built: revision ${revision}.`)
    case 'begin':
      return begin(siteId, request)
    case 'tick':
      return tick(siteId, request)
    case 'untick':
      return runbooks.untick(siteId, request.step)
        ? logged(siteId, request.who, `Runbook: step ${request.step + 1} is open again.`)
        : refused(`Step ${request.step + 1} is not ticked.`)
    case 'odd':
      return odd(siteId, request)
    case 'drop':
      runbooks.drop(siteId)
      return logged(siteId, request.who, 'Runbook laid aside.')
  }
}

function begin(siteId: string, request: Extract<RunbookRequest, { kind: 'begin' }>): Outcome<true> {
  const { site, revision } = siteOr404(siteId)
  const { runbooks } = store()
  const built = runbooks.asBuilt(siteId)
  if (!built) return refused('Nothing is marked as built, so there is nothing to begin from.')
  const before = runbooks.runbook(siteId)
  const target = before?.target ?? site
  const now = before?.revision ?? revision
  if (request.revision !== now)
    return refused(
      `The order was worked out for revision ${request.revision}, and the plan is at ${now} by now. Work it out anew.`,
    )
  const done = before ? doneOf(before) : []
  const task = taskOf(built.plan, target, request.laptop, done)
  if (!task.ok) return task
  const { changes, laptop, places } = task.value
  const known = new Set(changes.map(({ id }) => id))
  const steps = request.steps.flatMap(({ placeId, pageId, changeIds }): Move[] => {
    const place = [laptop, ...places].find(({ id }) => id === placeId)
    return place && changeIds.every((id) => known.has(id)) ? [{ place, pageId, changeIds }] : []
  })
  if (steps.length !== request.steps.length)
    return refused(
      'A step names a change or a place that these two plans do not have. Work the order out anew.',
    )
  runbooks.begin(siteId, target, now, request.who, {
    laptop: request.laptop,
    done,
    steps,
    minutes: request.steps.map(({ minutes }) => minutes),
    isBest: request.isBest,
  })
  return logged(siteId, request.who, `Runbook begun: ${steps.length} steps to revision ${now}.`)
}

/** Changes made so far: those before it began, and those of the steps that are ticked. */
const doneOf = ({ done, steps, ticks }: StoredRunbook): string[] => [
  ...done,
  ...ticks.flatMap(({ step }) => steps[step]?.changeIds ?? []),
]

function tick(siteId: string, { step, who }: { step: number; who: string }): Outcome<true> {
  const { runbooks } = store()
  const under = runbooks.runbook(siteId)
  if (!under?.steps[step]) return refused(`There is no step ${step + 1} in the runbook under way.`)
  const done = under.ticks.find((one) => one.step === step)
  if (done) return refused(`Step ${step + 1} was done by ${done.who || 'somebody'} already.`)
  if (step !== under.ticks.length)
    return refused(
      `Step ${under.ticks.length + 1} comes before step ${step + 1}. Its order is what keeps you in.`,
    )
  learn(siteId, under, step, true)
  runbooks.tick(siteId, step, who)
  const said = logged(siteId, who, `Runbook: step ${step + 1} of ${under.steps.length} done.`)
  if (step + 1 === under.steps.length) {
    runbooks.markBuilt(siteId, under.target, under.revision, who)
    return logged(siteId, who, `Runbook finished: built as revision ${under.revision}.`)
  }
  return said
}

/** How long it took since the step before, as a multiple of what was expected. A night between is not counted. */
function learn(siteId: string, under: StoredRunbook, step: number, ended: boolean): void {
  const { runbooks } = store()
  const built = runbooks.asBuilt(siteId)
  const move = under.steps[step]
  const expectedMin = under.minutes[step]
  const since = under.ticks.at(-1)?.at ?? under.at
  const tookMin = (Date.now() - Date.parse(since)) / 60_000
  if (!built || !move || !expectedMin || tookMin <= 0 || tookMin > LONGEST_STEP_MIN) return
  const changes = changesBetween(built.plan, under.target)
  runbooks.learn({ work: workOf(built.plan, move, changes), ratio: tookMin / expectedMin, ended })
}

/** What was made of a step is taken in; the runbook waits for an order of the rest. */
function odd(siteId: string, request: Extract<RunbookRequest, { kind: 'odd' }>): Outcome<true> {
  const { runbooks } = store()
  const under = runbooks.runbook(siteId)
  const step = under?.steps[request.step]
  if (!under || !step) return refused(`There is no step ${request.step + 1} in the runbook under way.`)
  learn(siteId, under, request.step, false)
  const made = request.changeIds.filter((id) => step.changeIds.includes(id))
  runbooks.begin(siteId, under.target, under.revision, request.who, {
    laptop: under.laptop,
    minutes: [],
    done: [...new Set([...doneOf(under), ...made])],
    steps: [],
    isBest: false,
  })
  return logged(
    siteId,
    request.who,
    `Runbook: step ${request.step + 1} went otherwise, ${made.length} of ${step.changeIds.length} settings made. ${request.note}`.trim(),
  )
}

function logged(siteId: string, who: string, text: string): Outcome<true> {
  store().log.add(siteId, { stage: 'runbook', deviceId: null, text, who })
  return good(true)
}
