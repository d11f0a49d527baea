import { JOBS, askedOnly, makeJob } from '~/core/guide/jobs'
import type { Ask, Job, Made, Question } from '~/core/guide/jobs'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import { maskedSecrets } from '~/core/plan'
import type { Site } from '~/core/plan'
import { machineChance } from '~/field/laptop'
import { readJobRequest } from '~/schema/jobs'
import { publicFinding } from '../derived/publicSite.server'
import type { PublicFinding } from '../derived/publicSite.server'
import { store } from '../sites/store.server'
import { commit } from './commit.server'

/** What a job would make, as the page shows it: the plan without its keys, and the edits stay here. */
export type ShownMade = Omit<Made, 'edits' | 'left'> & { changes: number; left: PublicFinding[] }

/** A job on the page: its questions, and what it would make, or why it cannot. */
export interface ShownJob {
  questions: Question[]
  made: ShownMade | null
  problems: Problem[]
}

export function doJob(siteId: string, body: unknown): Outcome<Partial<ShownJob>> {
  const request = readJobRequest(body)
  if (!request.ok) return request
  const { answers, take } = request.value
  const job: Job = JOBS[request.value.job]
  const state = store().sites.read(siteId)
  if (!state) return bad({ path: [], code: 'gone', message: 'That site is not here any more.' })
  if (!take) return good(shownJob(job, state.site, answers))
  const done = commit(siteId, body, job.name, (site) => {
    const made = makeJob(job, asking(job, site, answers))
    return made.ok ? good(made.value.edits) : made
  })
  return done.ok ? good({}) : done
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
  }
}

const shownMade = ({ edits, after, left, ...words }: Made): ShownMade => ({
  ...words,
  after: maskedSecrets(after),
  changes: edits.length,
  left: left.map(publicFinding),
})
