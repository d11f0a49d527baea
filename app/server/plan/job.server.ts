import { JOBS, askedOnly, makeJob } from '~/core/guide/jobs'
import type { Ask, Job, Made, Question } from '~/core/guide/jobs'
import { findings } from '~/core/judge/findings'
import type { Severity } from '~/core/judge/findings'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import { maskedSecrets } from '~/core/plan'
import type { Site } from '~/core/plan'
import { machineChance } from '~/field/laptop'
import { readJobRequest } from '~/schema/jobs'
import { store } from '../sites/store.server'
import { commit } from './commit.server'

/** What a job would make, as the page shows it: the plan without its keys, and the edits stay here. */
export type ShownMade = Omit<Made, 'edits'> & {
  changes: number
  /** What is still to mend afterwards, in words. */
  left: { code: string; severity: Severity; says: string }[]
}

/** A job on the page: its questions, and what it would make, or why it cannot. */
export interface ShownJob {
  questions: Question[]
  made: ShownMade | null
  problems: Problem[]
  taken: boolean
}

export function doJob(siteId: string, body: unknown): Outcome<ShownJob> {
  const request = readJobRequest(body)
  if (!request.ok) return request
  const state = store().sites.read(siteId)
  if (!state) return bad({ path: [], code: 'gone', message: 'That site is not here any more.' })
  const job: Job = JOBS[request.value.job]
  const shown = shownJob(job, state.site, request.value.answers)
  if (!request.value.take) return good(shown)
  const done = commit(siteId, body, job.name, (site) => {
    const made = makeJob(job, asking(job, site, request.value.answers))
    return made.ok ? good(made.value.edits) : made
  })
  return done.ok ? good({ ...shown, taken: true }) : done
}

const asking = (job: Job, site: Site, given: Ask['given']): Ask => {
  const ask = { site, given, random: machineChance }
  return { ...ask, given: askedOnly(job, ask) }
}

export function shownJob(job: Job, site: Site, given: Ask['given']): ShownJob {
  const ask = asking(job, site, given)
  const made = makeJob(job, ask)
  return {
    questions: job.asks(ask),
    made: made.ok ? shownMade(made.value) : null,
    problems: made.ok ? [] : made.problems,
    taken: false,
  }
}

const shownMade = ({ edits, after, ...words }: Made): ShownMade => ({
  ...words,
  after: maskedSecrets(after),
  changes: edits.length,
  left: findings(after).map(({ code, severity, says }) => ({ code, severity, says })),
})
