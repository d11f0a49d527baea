import type { Problem } from '~/core/lib/outcome'
import { OUTCOME_WORDS, judge } from '~/core/judge/proof'
import type { Direction, LinkUnderTest, RunJudgement, ThroughputRun } from '~/core/judge/proof'
import { readIperf3 } from '~/schema/iperf3'
import type { Options } from './options'
import { readText } from './files'
import { badInput } from './output'
import type { Output } from './output'

/** `proof FILE...`: throughput results against what the link can carry. */
export function proofCommand(files: string[], options: Options): Output {
  const link = linkOf(options)
  const way = wayOf(options.way)
  const problems: Problem[] = [...link.problems, ...way.problems]
  if (files.length === 0)
    problems.push({ path: [], code: 'usage', message: 'At least one result of iperf3 -J is needed.' })
  const runs: ThroughputRun[] = []
  for (const file of files) {
    const source = readText(file)
    const run = source.ok ? readIperf3(source.value, way.value) : source
    if (run.ok) runs.push(run.value)
    else
      problems.push(
        ...run.problems.map((problem) => ({ ...problem, message: `${file}: ${problem.message}` })),
      )
  }
  if (problems.length > 0) return badInput(problems)
  const judgement = judge(runs, link.value)
  return {
    exitCode: judgement.outcome === 'pass' ? 0 : 1,
    json: { link: link.value, runs, ...judgement },
    text: words(judgement),
  }
}

/** `--way`: for result files that do not say which way the data went. */
function wayOf(said: string | undefined): { value: Direction | null; problems: Problem[] } {
  if (said === undefined || said === 'up' || said === 'down') return { value: said ?? null, problems: [] }
  return {
    value: null,
    problems: [{ path: ['way'], code: 'choice', message: `--way is “${said}”. Accepted: up, down.` }],
  }
}

function linkOf(options: Options): { value: LinkUnderTest; problems: Problem[] } {
  const problems: Problem[] = []
  const positive = (name: 'link-rate' | 'baseline', needed: boolean): number | null => {
    const text = options[name]
    if (text === undefined && !needed) return null
    const value = Number(text)
    if (text !== undefined && Number.isFinite(value) && value > 0) return value
    problems.push({
      path: [name],
      code: 'number',
      message: `--${name} is ${text === undefined ? 'missing' : `“${text}”`}. A rate in Mbit/s above 0 is expected.`,
    })
    return null
  }
  const { medium } = options
  if (medium !== 'wired' && medium !== 'radio')
    problems.push({
      path: ['medium'],
      code: 'choice',
      message: `--medium is ${medium === undefined ? 'missing' : `“${medium}”`}. Accepted: wired, radio.`,
    })
  const linkMbps = positive('link-rate', true) ?? 0
  const value: LinkUnderTest = {
    medium: medium === 'wired' ? 'wired' : 'radio',
    linkMbps,
    baselineMbps: positive('baseline', false),
  }
  return { value, problems }
}

const words = ({ judgements, outcome, missing, expected }: RunJudgement): string =>
  [
    `${OUTCOME_WORDS[outcome].charAt(0).toUpperCase()}${OUTCOME_WORDS[outcome].slice(1)}. Expected ${Math.round(expected.lowMbps)} to ${Math.round(expected.highMbps)} Mbit/s, likely ${Math.round(expected.likely.value)} (${expected.likely.source}).`,
    ...judgements.map(({ direction, says }) => `${direction}: ${says}`),
    ...missing.map(
      (way) => `${way}: not measured. Run the test again ${way === 'down' ? 'with -R' : 'without -R'}.`,
    ),
  ].join('\n')
