import { format } from 'date-fns'
import { Trash2 } from 'lucide-react'
import { Form } from 'react-router'
import type { GoodputRange } from '~/core/radio/airtime'
import { OUTCOME_WORDS } from '~/core/judge/proof'
import type { DirectionResult, Judgement, Verdict } from '~/core/judge/proof'
import type { JudgedThroughput } from '../../server/proof/proof.server'
import { Sourced } from '../../components/Sourced'
import { Traced } from '../../components/Traced'
import { later } from '../../components/later'
import { FileField } from './FileField'

const IntervalChart = later(() => import('./IntervalChart').then((part) => part.IntervalChart))

export const VERDICT: Record<Verdict, string> = {
  asExpected: 'as expected',
  low: 'too low',
  above: 'more than expected',
}
export const WAY: Record<DirectionResult['direction'], string> = {
  up: 'up, client to server',
  down: 'down, server to client',
}

export function ThroughputList({ tests }: { tests: JudgedThroughput[] }) {
  if (tests.length === 0)
    return (
      <p className="sheet px-4 py-5 text-soft">
        No throughput test yet. Test at every access point, both ways, and keep the numbers.
      </p>
    )
  return (
    <ul className="space-y-4">
      {tests.map((test) => (
        <Test key={test.id} test={test} />
      ))}
    </ul>
  )
}

function Test({ test }: { test: JudgedThroughput }) {
  const { judged, body } = test
  const results = body.runs.flatMap((run) => run.results)
  return (
    <li className="sheet px-4 py-3">
      <div className="flex items-start justify-between gap-4">
        <div>
          <h3 className="font-semibold">
            {body.place}: {OUTCOME_WORDS[judged.outcome]}
          </h3>
          <p className="caption">
            <time dateTime={test.at} suppressHydrationWarning>
              {format(test.at, 'd MMM yyyy HH:mm')}
            </time>
            , {body.link.medium === 'radio' ? 'over radio' : 'over the wire'} at {body.link.linkMbps} Mbit/s
            link rate, {body.runs[0]?.tool}, {body.source === 'measured' ? 'measured here' : 'from a file'}
          </p>
        </div>
        <Form method="post">
          <input type="hidden" name="proofId" value={test.id} />
          <button
            className="button button-quiet"
            name="intent"
            value="remove"
            aria-label={`Remove the test at ${body.place}`}
          >
            <Trash2 size={15} aria-hidden />
          </button>
        </Form>
      </div>
      <p className="mt-1">
        Expected{' '}
        <Sourced {...judged.expected.bounds} className="figures">
          {Math.round(judged.expected.lowMbps)} to {Math.round(judged.expected.highMbps)} Mbit/s
        </Sourced>
        , most likely <Traced number={judged.expected.likely} />.
        {test.promised && <Promised promised={test.promised} results={results} />}
        {body.link.baselineMbps !== null && ` Wired baseline ${body.link.baselineMbps} Mbit/s.`}
      </p>
      <Totals results={results} judgements={judged.judgements} />
      <div className="mt-3 grid gap-4 @4xl:grid-cols-2">
        {results.map((result, i) => (
          <IntervalChart key={i} result={result} expected={judged.expected} />
        ))}
      </div>
      {test.mistakes.map(({ code, says }) => (
        <p key={says} className="mt-1 text-caution">
          <span className="figures">{code}</span> {says}
        </p>
      ))}
      {judged.missing.length > 0 && <OtherWay testId={test.id} missing={judged.missing[0] ?? 'down'} />}
    </li>
  )
}

/** Whether the plan kept its word: what it promises to a client of this device, against what the receivers counted. */
function Promised({ promised, results }: { promised: GoodputRange; results: DirectionResult[] }) {
  const { lowMbps, likelyMbps, highMbps } = promised
  const measured = results.map(({ receivedMbps }) => receivedMbps)
  const verdict = measured.some((mbps) => mbps < lowMbps)
    ? 'it gives less than planned'
    : measured.some((mbps) => mbps > highMbps)
      ? 'it gives more than planned'
      : 'as planned'
  return (
    <>
      {' '}
      The plan promises{' '}
      <Sourced
        className="figures"
        formula="one client alone in the areas of this device, and the feed before it: tenth, middle and ninetieth of a hundred spots"
        inputs={[{ name: 'likely', value: `${Math.round(likelyMbps)} Mbit/s` }]}
        source="IEEE 802.11-2020 exchanges, the chart’s own levels; 0.75 and 1.1 around it are common practice, no source"
      >
        {Math.round(lowMbps)} to {Math.round(highMbps)} Mbit/s
      </Sourced>
      : <strong>{verdict}</strong>.
    </>
  )
}

function Totals({ results, judgements }: { results: DirectionResult[]; judgements: Judgement[] }) {
  return (
    <table className="plain mt-2">
      <thead>
        <tr>
          <th>Way</th>
          <th className="num">Sender, Mbit/s</th>
          <th className="num">Receiver, Mbit/s</th>
          <th className="num">Retransmits</th>
          <th className="num">Of baseline</th>
          <th>Verdict</th>
        </tr>
      </thead>
      <tbody>
        {results.map((result, i) => {
          const judgement = judgements[i]
          return (
            <tr key={i}>
              <td>{WAY[result.direction]}</td>
              <td className="num figures">{result.sentMbps.toFixed(1)}</td>
              <td className="num figures">{result.receivedMbps.toFixed(1)}</td>
              <td className="num figures">
                {result.udp ? `${result.udp.lost} lost` : (result.retransmits ?? 'not told')}
              </td>
              <td className="num figures">
                {judgement?.ofBaseline == null ? '' : `${Math.round(judgement.ofBaseline * 100)} %`}
              </td>
              <td>
                <strong className={judgement?.verdict === 'low' ? 'text-caution' : ''}>
                  {judgement && VERDICT[judgement.verdict]}.
                </strong>{' '}
                {judgement?.says}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function OtherWay({ testId, missing }: { testId: string; missing: DirectionResult['direction'] }) {
  return (
    <Form
      method="post"
      encType="multipart/form-data"
      className="mt-3 flex flex-wrap items-end gap-3 border-t border-line pt-3"
    >
      <input type="hidden" name="joins" value={testId} />
      <input type="hidden" name="way" value={missing} />
      <FileField
        label={`The other way: ${WAY[missing]} (iperf3 -c SERVER -J${missing === 'down' ? ' -R' : ''})`}
      />
      <button className="button mb-5" name="intent" value="throughput">
        Add this way
      </button>
    </Form>
  )
}
