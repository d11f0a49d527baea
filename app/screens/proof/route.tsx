import { data, useActionData } from 'react-router'
import { AcceptanceSheet, AcceptanceSum } from '../../components/AcceptanceSheet'
import { Collapsible } from '../../components/Collapsible'
import { Problems } from '../../components/Problems'
import { SeenList } from '../../components/SeenList'
import { StageHead } from '../../components/StageHead'
import { observationsOf } from '../../server/proof/observations.server'
import { doProof, proofsOf } from '../../server/proof/proof.server'
import { stopsOf } from '../../server/proof/stops.server'
import { unpacked } from '../../wire/packed'
import { packed } from '../../wire/packed.server'
import { AddressesSeen } from './AddressesSeen'
import { ClientResults } from './ClientResults'
import { HerePanel } from './HerePanel'
import { LevelsSeen } from './LevelsSeen'
import { MeasureForm } from './MeasureForm'
import { OtherSeen } from './OtherSeen'
import { promisesOf } from './promiseText'
import { RequirementEvidence } from './RequirementEvidence'
import { RoamPanel } from './RoamPanel'
import { RunClients } from './RunClients'
import { StopList } from './StopList'
import { ThroughputForm } from './ThroughputForm'
import { ThroughputList } from './ThroughputList'
import { ThroughputMatrix } from './ThroughputMatrix'
import type { Route } from './+types/route'

export const loader = ({ params }: Route.LoaderArgs) => ({
  ...proofsOf(params.siteId),
  observed: packed(observationsOf(params.siteId)),
  stops: stopsOf(params.siteId).then(packed),
})

export async function action({ params, request }: Route.ActionArgs) {
  const outcome = await doProof(params.siteId, await request.formData())
  return outcome.ok
    ? { ok: true as const }
    : data({ ok: false as const, problems: outcome.problems }, { status: 400 })
}

export default function Proof({ loaderData }: Route.ComponentProps) {
  const answer = useActionData<typeof action>()
  const { clients, throughput, matrix, benchRuns, stops } = loaderData
  const observed = unpacked(loaderData.observed)
  return (
    <>
      <StageHead
        title="Proof"
        says="What was measured or seen on the site, held against the plan and against what the link can carry."
      />
      {answer && !answer.ok && (
        <div className="mb-4">
          <Problems problems={answer.problems} title="Not recorded. What was there is unchanged." />
        </div>
      )}
      <div className="mb-4 flex flex-wrap items-baseline gap-x-3">
        <AcceptanceSum rows={observed.sheet} />
        <a className="no-print underline underline-offset-4" href="#acceptance">
          The acceptance sheet
        </a>
      </div>
      <div className="space-y-8">
        <section className="space-y-3">
          <h2>This laptop, where it is now</h2>
          <HerePanel />
          <StopList stops={stops} />
        </section>
        <section className="space-y-3">
          <h2>Who reaches whom, tried</h2>
          <RequirementEvidence evidence={observed.evidence} />
        </section>
        <section className="space-y-3">
          <h2>Addresses and levels, read</h2>
          <AddressesSeen />
          <LevelsSeen observed={observed.seen} />
          <RoamPanel />
          <OtherSeen />
        </section>
        <section className="space-y-3">
          <h2>Throughput</h2>
          <ThroughputMatrix rows={matrix} promises={promisesOf(throughput)} />
          <MeasureForm />
          <Collapsible isOpen title="Take in a result file" className="no-print">
            <ThroughputForm />
          </Collapsible>
          <ThroughputList tests={throughput} />
        </section>
        <section className="space-y-3" id="acceptance">
          <h2>Acceptance</h2>
          <AcceptanceSheet rows={observed.sheet} />
        </section>
        {observed.seen.length > 0 && (
          <section className="space-y-3">
            <h2>All that was seen</h2>
            <div className="sheet px-2 py-2">
              <SeenList seen={observed.seen} />
            </div>
          </section>
        )}
        <section className="rehearsal space-y-3">
          <RunClients benchRuns={benchRuns} />
          {clients[0] && <ClientResults proof={clients[0]} />}
        </section>
      </div>
    </>
  )
}
