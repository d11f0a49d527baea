import { format } from 'date-fns'
import { AcceptanceSheet } from '../../components/AcceptanceSheet'
import { SeenList } from '../../components/SeenList'
import type { observationsOf } from '../../server/proof/observations.server'
import type { Proofs } from '../../server/proof/proof.server'
import { VERDICT, WAY } from '../proof/ThroughputList'
import { Section } from './Section'

interface Props {
  proofs: Proofs
  observed: ReturnType<typeof observationsOf>
}

/** What was measured or seen on the real site. A rehearsal is no test result and does not stand here. */
export function TestResults({ proofs: { throughput }, observed: { seen, sheet } }: Props) {
  return (
    <Section title="Test results">
      <AcceptanceSheet rows={sheet} />
      {seen.length > 0 ? (
        <SeenList seen={seen} isRecord />
      ) : (
        <p className="text-soft">Addresses and reach were not tested.</p>
      )}
      {throughput.length === 0 && <p className="mt-2 text-soft">Throughput was not tested.</p>}
      {throughput.length > 0 && (
        <table className="plain mt-3">
          <thead>
            <tr>
              <th>Throughput at</th>
              <th>When</th>
              <th>Link</th>
              <th>Way</th>
              <th className="num">Received, Mbit/s</th>
              <th className="num">Expected</th>
              <th>Verdict</th>
            </tr>
          </thead>
          <tbody>
            {throughput.flatMap((test) =>
              test.judged.judgements.map((judgement, i) => (
                <tr key={`${test.id} ${i}`}>
                  <td>{test.body.place}</td>
                  <td suppressHydrationWarning>{format(test.at, 'd MMM HH:mm')}</td>
                  <td className="figures">
                    {test.body.link.medium} {test.body.link.linkMbps}
                  </td>
                  <td>{WAY[judgement.direction]}</td>
                  <td className="num figures">{judgement.measuredMbps.toFixed(1)}</td>
                  <td className="num figures">
                    {Math.round(test.judged.expected.lowMbps)}–{Math.round(test.judged.expected.highMbps)}
                  </td>
                  <td className={judgement.verdict === 'low' ? 'font-semibold text-caution' : ''}>
                    {VERDICT[judgement.verdict]}
                  </td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      )}
    </Section>
  )
}
