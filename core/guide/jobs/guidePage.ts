import { seededRandom } from '../../lib/random'
import { applyEdits, freshSite } from '../../plan'
import type { Site } from '../../plan'
import { GUIDE_WORDS, mistakeWords } from './guideWords'
import type { GuideCode } from './guideWords'
import { makeJob } from './job'
import type { Job, Made } from './job'
import type { Question } from './questions'
import { JOBS } from './table'
import type { JobId } from './table'

/** A page of the guide: what a job is for, what it asks and makes, in which order it is done, and what goes wrong. */
export interface GuidePage {
  name: string
  says: string
  when: string
  take: readonly string[]
  questions: { asks: string; hint: string; accepts: string }[]
  /** What it makes with every answer as suggested. */
  example: { before: Site; made: Made }
  mistakes: { code: GuideCode; mistake: string; todo: string }[]
}

/** Made with the answers that are suggested, on an empty site; where a job needs something to begin at, after a mesh kit. */
export function guidePage(id: JobId): GuidePage {
  const job: Job = JOBS[id]
  const random = seededRandom(1)
  const empty = freshSite('Corner Bakery')
  const first = makeJob(job, { site: empty, given: {}, random })
  const before = first.ok ? empty : afterKit(empty)
  const made = first.ok ? first : makeJob(job, { site: before, given: {}, random })
  if (!made.ok) throw new Error(`the example of ${id} is not made`)
  const { when, take, mistakes } = GUIDE_WORDS[id]
  return {
    name: job.name,
    says: job.says,
    when,
    take,
    questions: job.asks({ site: before, given: {}, random }).map(questionWords),
    example: { before, made: made.value },
    mistakes: mistakes.map((code) => {
      const { mistake, todo } = mistakeWords(code)
      return { code, mistake, todo }
    }),
  }
}

function afterKit(empty: Site): Site {
  const kit = makeJob(JOBS.mesh, { site: empty, given: {}, random: seededRandom(2) })
  return kit.ok ? applyEdits(empty, kit.value.edits) : empty
}

const questionWords = (question: Question): GuidePage['questions'][number] => ({
  asks: question.asks,
  hint: question.hint,
  accepts: accepts(question),
})

function accepts(question: Question): string {
  switch (question.kind) {
    case 'count':
      return `${question.least} to ${question.most}${question.unit ? ` ${question.unit}` : ''}; usually ${question.suggested}`
    case 'choice':
      return question.choices.map(({ label }) => label).join('; ')
    case 'yesNo':
      return question.suggested ? 'yes or no; usually yes' : 'yes or no; usually no'
    case 'key':
      return 'one is suggested'
    case 'country':
      return 'any country'
    default:
      return question.suggested === '' ? 'may stay empty' : `such as ${question.suggested.replace(/\.$/, '')}`
  }
}
