import { JOBS, JOB_IDS, isJobId, makeJob } from '~/core/guide/jobs'
import type { Ask, Job, JobId, Made, Question } from '~/core/guide/jobs'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { freshSite } from '~/core/plan'
import type { Site } from '~/core/plan'
import { machineChance } from '~/field/laptop'
import { readAnswers } from '~/schema/jobs'
import { MOST_SITE_NAME, readSiteFile, writeSiteFile } from '~/schema/siteFile'
import { readText } from './files'
import type { Options } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `jobs [JOB]`: what there is, or what one of them asks and accepts. */
export function jobsCommand(args: string[], options: Options): Output {
  const [name, ...more] = args
  if (name === undefined) return listOfJobs()
  const job = jobNamed(name)
  const site = siteFrom(options)
  const problems = [job, site].flatMap((one) => (one.ok ? [] : one.problems))
  if (!job.ok || !site.ok) return badInput(problems)
  if (more.length > 0) return badInput([usage(`One job is needed; ${args.length} words were given.`)])
  const questions = JOBS[job.value].asks({ site: site.value, given: {}, random: machineChance })
  return {
    exitCode: 0,
    json: { job: job.value, questions },
    text: questions.map(told).join('\n') || 'It asks nothing on this site.',
  }
}

/** `make JOB [ANSWERS]`: the site file that comes of it, keys and all; with --text the words for it. */
export function makeCommand(args: string[], options: Options): Output {
  const [name = '', file, ...more] = args
  const job = jobNamed(name)
  const site = siteFrom(options)
  const answers = file === undefined ? good({}) : answersIn(file)
  const problems = [job, site, answers].flatMap((one) => (one.ok ? [] : one.problems))
  if (more.length > 0)
    problems.push(usage(`A job and one file of answers are needed; ${args.length} words were given.`))
  if (!job.ok || !site.ok || !answers.ok || problems.length > 0) return badInput(problems)
  const ask: Ask = { site: site.value, given: answers.value, random: machineChance }
  const made = makeJob(JOBS[job.value], ask)
  if (!made.ok) return badInput(made.problems)
  const text = writeSiteFile(made.value.after, true)
  // What is written here has to be read again: nothing is handed out that `check` would refuse.
  const back = readSiteFile(text)
  if (!back.ok) return badInput(back.problems)
  return {
    exitCode: 0,
    json: JSON.parse(text) as unknown,
    text: words(JOBS[job.value], made.value),
  }
}

const usage = (message: string) => ({ path: [], code: 'usage', message })

const listOfJobs = (): Output => ({
  exitCode: 0,
  json: { jobs: JOB_IDS.map((id) => ({ id, name: JOBS[id].name, says: JOBS[id].says })) },
  text: JOB_IDS.map((id) => `${id.padEnd(20)} ${JOBS[id].name}. ${JOBS[id].says}`).join('\n'),
})

const jobNamed = (name: string): Outcome<JobId> =>
  isJobId(name)
    ? good(name)
    : bad({ path: ['JOB'], code: 'job', message: `“${name}” is no job. Accepted: ${JOB_IDS.join(', ')}.` })

/** A site file, or an empty site of a name. */
function siteFrom({ on, name = 'New site' }: Options): Outcome<Site> {
  if (on !== undefined) return readSite(on)
  const said = name.trim()
  if (said.length >= 1 && said.length <= MOST_SITE_NAME) return good(freshSite(said))
  return bad({
    path: ['--name'],
    code: 'name',
    message: `--name is “${said.slice(0, 40)}${said.length > 40 ? '…' : ''}” (${said.length} characters). A name of 1 to ${MOST_SITE_NAME} characters is accepted.`,
  })
}

function answersIn(file: string): Outcome<Record<string, string | number | boolean>> {
  const source = readText(file)
  if (!source.ok) return source
  try {
    return readAnswers(JSON.parse(source.value))
  } catch {
    return bad({
      path: [],
      code: 'json',
      message: `${file} is no JSON. Accepted: an object of questions and answers, such as {"ssid": "Bakery"}.`,
    })
  }
}

const told = (question: Question): string => `${question.id}: ${question.asks} ${accepts(question)}`

function accepts(question: Question): string {
  switch (question.kind) {
    case 'count':
      return `A whole number from ${question.least} to ${question.most}; ${question.suggested} where nothing is said.`
    case 'choice':
      return `${question.choices.map(({ value, label }) => `${value} (${label})`).join(', ')}.`
    case 'yesNo':
      return `true or false; ${String(question.suggested)} where nothing is said.`
    case 'key':
      return '8 to 63 characters; a new one where nothing is said.'
    default:
      return `“${question.suggested}” where nothing is said.`
  }
}

const words = ({ name }: Job, { reasons, steps, cautions, tests }: Made): string =>
  [
    name,
    ...reasons.map(({ about, says }) => `  ${about}: ${says}`),
    '',
    'The order of the work',
    ...steps.map((step, i) => `  ${i + 1}. ${step}`),
    ...(cautions.length > 0 ? ['', 'Cautions', ...cautions.map((one) => `  ${one}`)] : []),
    ...(tests.length > 0 ? ['', 'What will prove it', ...tests.map((one) => `  ${one}`)] : []),
  ].join('\n')
