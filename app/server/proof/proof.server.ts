import type { GoodputRange } from '~/core/radio/airtime'
import { promisedAt } from '~/core/radio/backhaul'
import { accessPoints } from '~/core/plan'
import { bad, good } from '~/core/lib/outcome'
import type { Outcome } from '~/core/lib/outcome'
import { judge, judgedTest, testMistakes, throughputMatrix } from '~/core/judge/proof'
import type {
  Direction,
  JudgedTest,
  MatrixRow,
  RunJudgement,
  TestMistake,
  ThroughputRun,
  ThroughputTest,
} from '~/core/judge/proof'
import { groundOf, runClientTests } from '~/field'
import { readIperf3 } from '~/schema/iperf3'
import { readLink, readWay } from '~/schema/throughputForm'
import type { StoredClients, StoredThroughput } from '~/store'
import { benchNow } from '../staging/bench.server'
import { siteOr404 } from '../derived/siteState.server'
import { store } from '../sites/store.server'
import { uploadedText } from '../files/upload.server'

const MOST_IPERF3_BYTES = 5 * 1024 * 1024

/** With what the plan as it is now promises to a client there; null where it says nothing. */
export type JudgedThroughput = StoredThroughput & {
  judged: RunJudgement
  promised: GoodputRange | null
  /** Why the verdict may be wrong. */
  mistakes: TestMistake[]
}

export interface Proofs {
  clients: StoredClients[]
  throughput: JudgedThroughput[]
  matrix: MatrixRow[]
  benchRuns: boolean
}

/** Throughput tests as they were filed. */
export const throughputTests = (siteId: string): ThroughputTest[] =>
  store()
    .proofs.ofSite(siteId)
    .flatMap((proof) => (proof.kind === 'throughput' ? [{ ...proof.body, at: proof.at }] : []))

/** The same with their verdicts, for the acceptance sheet. */
export const judgedTests = (siteId: string): JudgedTest[] =>
  store()
    .proofs.ofSite(siteId)
    .flatMap((proof) => (proof.kind === 'throughput' ? [judgedTest(proof)] : []))

/** Throughput with its verdicts worked out anew, and what was rehearsed. */
export function proofsOf(siteId: string): Proofs {
  const all = store().proofs.ofSite(siteId)
  const { site } = siteOr404(siteId)
  const tests = throughputTests(siteId)
  return {
    matrix: throughputMatrix(tests),
    clients: all.filter((proof) => proof.kind === 'clients'),
    throughput: all
      .filter((proof) => proof.kind === 'throughput')
      .map((proof) => ({
        ...proof,
        judged: judge(proof.body.runs, proof.body.link),
        mistakes: testMistakes(site, { ...proof.body, at: proof.at }, tests),
        promised:
          proof.body.deviceId !== null && proof.body.link.medium === 'radio'
            ? promisedAt(site, proof.body.deviceId)
            : null,
      })),
    benchRuns: store().bench.read(siteId) !== null,
  }
}

/** Rehearses clients, takes in a result file, or removes a test. */
export async function doProof(siteId: string, form: FormData): Promise<Outcome<true>> {
  switch (form.get('intent')) {
    case 'clients':
      return rehearseClients(siteId, whoIn(form))
    case 'throughput':
      return takeThroughput(siteId, form)
    case 'remove':
      store().proofs.remove(siteId, String(form.get('proofId')))
      return good(true)
    default:
      return bad({ path: [], code: 'intent', message: 'That cannot be done here.' })
  }
}

/** Plays clients on the rehearsed bench. Without one there is only the plan, and comparing it with itself is no test. */
function rehearseClients(siteId: string, who: string): Outcome<true> {
  const bench = benchNow(siteId)
  if (!bench)
    return bad({
      path: [],
      code: 'bench.none',
      message: 'There is no rehearsed bench to play clients on. Set one up at Staging first.',
    })
  store().proofs.addClients(
    siteId,
    { revision: bench.revision, who },
    {
      source: 'standIn',
      tests: runClientTests(groundOf(bench)),
    },
  )
  return good(true)
}

/** Who is at work, as the browser says; a name too long to be one is cut. */
const whoIn = (form: FormData): string =>
  String(form.get('who') ?? '')
    .trim()
    .slice(0, 80)

function ranTest(source: Outcome<string>, way: Outcome<Direction | null>): Outcome<ThroughputRun> {
  if (!source.ok) return source
  return way.ok ? readIperf3(source.value, way.value) : way
}

async function takeThroughput(siteId: string, form: FormData): Promise<Outcome<true>> {
  const { site, revision } = siteOr404(siteId)
  const text = (field: string) => String(form.get(field) ?? '')
  const source = await uploadedText(form, 'file', MOST_IPERF3_BYTES)
  const run = ranTest(source, readWay(text('way')))
  const joins = text('joins')
  if (joins && run.ok)
    return store().proofs.addRun(siteId, joins, run.value)
      ? good(true)
      : bad({ path: ['joins'], code: 'gone', message: 'The test it should join is not there any more.' })
  const link = readLink({
    medium: text('medium'),
    linkMbps: text('linkMbps'),
    baselineMbps: text('baselineMbps'),
  })
  const problems = [...(run.ok ? [] : run.problems), ...(link.ok || joins ? [] : link.problems)]
  if (!run.ok || !link.ok) return { ok: false, problems }
  const deviceId = text('deviceId') || null
  const place =
    text('place').trim() || (accessPoints(site).find(({ id }) => id === deviceId)?.name ?? 'place not noted')
  store().proofs.addThroughput(
    siteId,
    { revision, who: whoIn(form) },
    {
      place: place.slice(0, 120),
      deviceId,
      link: link.value,
      runs: [run.value],
    },
  )
  return good(true)
}
