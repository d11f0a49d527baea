import fc from 'fast-check'
import { JOBS, makeJob } from '~/core/guide/jobs'
import type { Ask, Job, JobId, Made, Question } from '~/core/guide/jobs'
import { applyEdits, freshSite } from '~/core/plan'
import { seededRandom } from '~/core/lib/random'
import type { Site } from '~/core/plan'

/** Nothing yet, as the start page begins it. */
export const bakery = (): Site => freshSite('Corner Bakery')

export const askOf = (site: Site, given: Record<string, unknown> = {}): Ask => ({
  site,
  given,
  random: seededRandom(7),
})

/** What a job makes; throws with its sentences where it makes nothing. */
export function made(id: JobId, given: Record<string, unknown> = {}, site = bakery()): Made {
  const result = makeJob(JOBS[id], askOf(site, given))
  if (!result.ok) throw new Error(result.problems.map(({ message }) => message).join('\n'))
  return result.value
}

/** The site after a job, reached by its edits, as the store does it. */
export const after = (id: JobId, given: Record<string, unknown> = {}, site = bakery()): Site =>
  applyEdits(site, made(id, given, site).edits)

/** Any answer that a question takes, edges first. */
function answerTo(question: Question): fc.Arbitrary<unknown> {
  switch (question.kind) {
    case 'text':
      return question.id === 'users'
        ? fc.constantFrom('anna', 'a.b c-d e_f', 'one,two;three')
        : fc.constantFrom('Line', 'Ünï çødé', 'O\'Brien "x" <b>', ...(question.mayBeEmpty ? [''] : []))
    case 'ssid':
      return fc.constantFrom('Line', 'x'.repeat(32), 'é'.repeat(16), 'a b;c"d\\e', ' spaced ', '⛵')
    case 'key':
      return fc.constantFrom('eightchr', 'x'.repeat(63), 'it\'s "quoted" \\ back', 'k7mp-4rtx-hw3d')
    case 'count': {
      const { least, suggested } = question
      // Beyond this only the number grows, and the time with it.
      const most =
        question.id === 'aps' || question.id === 'fleet' ? Math.min(question.most, 70) : question.most
      return fc.oneof(fc.constantFrom(least, suggested, most), fc.integer({ min: least, max: most }))
    }
    case 'choice':
      return fc.constantFrom(...question.choices.map(({ value }) => value))
    case 'yesNo':
      return fc.boolean()
    case 'country':
      return fc.constantFrom('NL', 'US', 'JP', 'DE', 'ZA')
    case 'address':
      return fc.constantFrom('192.0.2.7', '198.51.100.1', ...(question.mayBeEmpty ? [''] : []))
    case 'macs':
      return fc.constantFrom('', '02:00:5e:00:53:01', '02:00:5E:00:53:02')
  }
}

/** Bounds may have moved by another answer. */
const within = (question: Question, said: unknown): unknown =>
  question.kind === 'count' ? Math.min(question.most, Math.max(question.least, Number(said))) : said

/** Answers to every question of a job, those too that only come up after others. */
export const answersTo = (job: Job, site: Site): fc.Arbitrary<Record<string, unknown>> => {
  const further = (given: Record<string, unknown>): fc.Arbitrary<Record<string, unknown>> => {
    const open = job.asks(askOf(site, given)).filter(({ id }) => !(id in given))
    if (open.length === 0) {
      return fc.constant(
        Object.fromEntries(job.asks(askOf(site, given)).map((one) => [one.id, within(one, given[one.id])])),
      )
    }
    return fc
      .record(Object.fromEntries(open.map((question) => [question.id, answerTo(question)])))
      .chain((more) => further({ ...given, ...more }))
  }
  return further({})
}
