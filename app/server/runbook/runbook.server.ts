import { createHmac, randomBytes } from 'node:crypto'
import { good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { deviceOf, markedSecrets } from '~/core/plan'
import type { Site } from '~/core/plan'
import { changesBetween, doneBackwards, LONGEST_STEP_MIN, paceOf, taskOf, workOf } from '~/core/guide/runbook'
import type { BuiltWhat, Move, Pace, QuietHours } from '~/core/guide/runbook'
import type { RunbookRequest } from '~/schema/runbook'
import type { DoneRunbook } from '~/core/record'
import type { AsBuilt, RevisionLine, StoredRunbook } from '~/store'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { benchNow } from '../staging/bench.server'
import { planAt, presentFrom, refused } from './present.server'

/** So many revisions are offered. */
const MOST_REVISIONS = 40

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
  quiet?: QuietHours | null
  ticks: StoredRunbook['ticks']
  /** How long each step usually takes, by what was seen of such steps on all sites. */
  paces: Pace[]
}

export interface RunbookState {
  revision: number
  built: { what: BuiltWhat; revision: number; at: string; who: string } | null
  /** Revisions of the plan that can be had again, the latest first. */
  revisions: RevisionLine[]
  /** Whether there is a rehearsal on the bench. */
  isStaged: boolean
  /** What is there, and what is meant: of the runbook under way, or else of the plan as it is now. */
  present: Site | null
  target: Site
  underWay: RunbookUnderWay | null
}

export function runbookState(siteId: string): RunbookState {
  const { site, revision } = siteOr404(siteId)
  const { runbooks, edits } = store()
  const built = runbooks.asBuilt(siteId)
  const underWay = runbooks.runbook(siteId)
  return {
    revision,
    built: built && { what: built.what, revision: built.revision, at: built.at, who: built.who },
    revisions: edits.revisions(siteId, MOST_REVISIONS),
    isStaged: benchNow(siteId) !== null,
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

/** Carries out what a person asks of the runbook. */
export function doInRunbook(siteId: string, request: RunbookRequest): Outcome<true> {
  siteOr404(siteId)
  const { runbooks } = store()
  switch (request.kind) {
    case 'mark':
      return mark(siteId, request)
    case 'aim':
      return aim(siteId, request)
    case 'back':
      return back(siteId, request.who)
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
      if (doneCount(runbooks.runbook(siteId)) > 0)
        return refused(
          'Steps of it are done, and what is there now would be forgotten. Finish it, take it back, or mark what is there.',
        )
      runbooks.drop(siteId)
      return logged(siteId, request.who, 'Runbook laid aside.')
  }
}

/** What is there is taken from where the person says it is known. */
function mark(siteId: string, request: Extract<RunbookRequest, { kind: 'mark' }>): Outcome<true> {
  const now = siteOr404(siteId)
  const revision = request.what === 'revision' ? (request.revision ?? now.revision) : now.revision
  const there = presentFrom(siteId, now.site, request.what, revision, request.file)
  if (!there.ok) return there
  store().runbooks.markBuilt(siteId, there.value, { what: request.what, revision, who: request.who })
  return logged(siteId, request.who, MARKED[request.what](revision))
}

const MARKED: Record<BuiltWhat, (revision: number) => string> = {
  revision: (revision) => `Marked as built: revision ${revision}.`,
  cartons: () => 'Marked: everything is in its cartons.',
  staged: () => 'Marked as built: what the rehearsal on the bench has set up.',
  file: () => 'Marked as built: what a site file says.',
}

/** From now on the runbook leads to the plan as it was at a revision; its order is still to be found. */
function aim(siteId: string, { revision, who }: Extract<RunbookRequest, { kind: 'aim' }>): Outcome<true> {
  const { runbooks } = store()
  if (!runbooks.asBuilt(siteId))
    return refused('Nothing is marked as built, so there is nothing to begin from.')
  if (doneCount(runbooks.runbook(siteId)) > 0)
    return refused('Steps of a runbook are done. Finish it or take it back before it is to lead elsewhere.')
  const target = planAt(siteId, revision)
  if (!target.ok) return target
  runbooks.begin(siteId, target.value, revision, who, NOT_BEGUN)
  return logged(siteId, who, `Runbook: to revision ${revision}.`)
}

const NOT_BEGUN = { laptop: null, done: [], steps: [], minutes: [], isBest: false }

/** What is done so far is undone: the same state of the gear, with the two plans changed over. */
function back(siteId: string, who: string): Outcome<true> {
  const { runbooks } = store()
  const [built, under] = [runbooks.asBuilt(siteId), runbooks.runbook(siteId)]
  if (!built || !under) return refused('No runbook is under way, so there is nothing to take back.')
  const there = changesBetween(built.plan, under.target)
  const way = changesBetween(under.target, built.plan)
  runbooks.turnBack(siteId, doneBackwards(there, way, new Set(doneOf(under))), who)
  return logged(siteId, who, 'Runbook: back to what was marked as built.')
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
    quiet: request.quiet,
  })
  return logged(siteId, request.who, `Runbook begun: ${steps.length} steps to revision ${now}.`)
}

/** Changes made so far: those before it began, and those of the steps that are ticked. */
const doneOf = ({ done, steps, ticks }: StoredRunbook): string[] => [
  ...done,
  ...ticks.flatMap(({ step }) => steps[step]?.changeIds ?? []),
]

const doneCount = (under: StoredRunbook | null): number => (under ? doneOf(under).length : 0)

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
    const what = under.target.devices.length === 0 ? 'cartons' : 'revision'
    const before = runbooks.asBuilt(siteId)
    const now = runbooks.runbook(siteId)
    if (before && now) store().handover.addRunbook(siteId, doneRunbook(before, now))
    runbooks.markBuilt(siteId, under.target, { revision: under.revision, who, what })
    return logged(siteId, who, `Runbook finished: built as revision ${under.revision}.`)
  }
  return said
}

/** A runbook that is through, in the words of its changes: the record keeps it. */
function doneRunbook(before: AsBuilt, { target, revision, steps, ticks }: StoredRunbook): DoneRunbook {
  const changes = new Map(changesBetween(before.plan, target).map((change) => [change.id, change]))
  const name = (id: string | null) => (deviceOf(target, id) ?? deviceOf(before.plan, id))?.name ?? 'a device'
  return {
    at: ticks.at(-1)?.at ?? '',
    fromRevision: before.revision,
    toRevision: revision,
    steps: steps.map(({ pageId, place, changeIds }, i) => ({
      title: pageId === null ? `By hand, at ${name(place.deviceId)}` : `On the page of ${name(pageId)}`,
      sets: changeIds.flatMap((id) => {
        const change = changes.get(id)
        return change
          ? [
              `${name(change.deviceId)}, ${change.what.replace(`${name(change.deviceId)} `, '')}: ${change.becomes}`,
            ]
          : []
      }),
      at: ticks[i]?.at ?? '',
      who: ticks[i]?.who ?? '',
    })),
  }
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
    quiet: under.quiet ?? null,
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
