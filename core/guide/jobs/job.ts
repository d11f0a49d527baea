import { findings } from '../../judge/findings'
import type { Finding } from '../../judge/findings'
import { good } from '../../lib/outcome'
import type { Outcome, Problem } from '../../lib/outcome'
import type { Random } from '../../lib/random'
import type { Edit, Site } from '../../plan'
import type { Reason } from '../proposals'
import { answered } from './answers'
import type { Answers } from './answers'
import { keepGuestsOut } from './draft/apart'
import { draftOn, editsBetween } from './draft/draft'
import type { Draft } from './draft/draft'
import { carryTags } from './draft/tags'
import { provedBy } from './provedBy'
import type { Ask, Choice, Given, Question } from './questions'

/** A piece of work as an installer thinks of it: a few questions, and a plan made of the answers. */
export interface Job {
  name: string
  /** What is there when it is done, in a sentence. */
  says: string
  asks: (ask: Ask) => Question[]
  /** Puts into the draft what the answers ask for; the stream is for passwords that nobody types. */
  make: (draft: Draft, answers: Answers, random: Random) => void
}

export interface Made {
  edits: Edit[]
  /** The plan as it would be. */
  after: Site
  reasons: Reason[]
  steps: string[]
  cautions: string[]
  /** Each choice between methods, with what the one taken gives and what each other costs. */
  methods: { asks: string; taken: Choice; others: Choice[] }[]
  tests: string[]
  /** What is still to mend afterwards. */
  left: Finding[]
}

/** What a job makes of a site, or the sentences why it cannot; each at the question that it is about. */
export function makeJob(job: Job, ask: Ask): Outcome<Made> {
  const questions = job.asks(ask)
  const answers = answered(questions, ask.given)
  if (!answers.ok) return answers
  const draft = draftOn(ask.site)
  job.make(draft, answers.value, ask.random)
  if (draft.problems.length > 0) return { ok: false, problems: draft.problems }
  if (draft.site !== ask.site) {
    keepGuestsOut(draft, ask.site)
    carryTags(draft)
  }
  const left = draft.site === ask.site ? [] : findings(draft.site)
  const stops = freshStops(ask.site, left)
  if (stops.length > 0) return { ok: false, problems: stops }
  return good({
    edits: editsBetween(ask.site, draft.site),
    after: draft.site,
    reasons: draft.reasons,
    steps: draft.steps,
    cautions: draft.cautions,
    methods: methodsOf(questions, answers.value),
    tests: [...provedBy(ask.site, draft.site), ...draft.tests],
    left,
  })
}

const methodsOf = (questions: readonly Question[], answers: Answers): Made['methods'] =>
  questions.flatMap((question) => {
    if (question.kind !== 'choice' || !question.choices.some(({ gives }) => gives)) return []
    const taken = question.choices.find(({ value }) => value === answers[question.id])
    return taken
      ? [{ asks: question.asks, taken, others: question.choices.filter((one) => one !== taken) }]
      : []
  })

const stopsOf = (found: readonly Finding[]) => found.filter(({ severity }) => severity === 'stop')

/** Findings that would stop the work and were not there before: a job does not hand on what it knows to be wrong. */
function freshStops(before: Site, left: readonly Finding[]): Problem[] {
  const stops = stopsOf(left)
  // Most plans have none, and then nobody has to know those that were there.
  const known = new Set(stops.length === 0 ? [] : stopsOf(findings(before)).map(({ id }) => id))
  return stops
    .filter(({ id }) => !known.has(id))
    .map(({ code, says }) => ({
      path: [],
      code: 'job.stop',
      message: `With what is here already this would not work. ${code}: ${says}`,
    }))
}

/** Only those answers that are asked for by now: a form may still hold what an earlier answer has made idle. */
export function askedOnly(job: Job, ask: Ask): Given {
  const ids = new Set(job.asks(ask).map(({ id }) => id))
  return Object.fromEntries(Object.entries(ask.given).filter(([id]) => ids.has(id)))
}
