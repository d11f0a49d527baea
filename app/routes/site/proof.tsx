import { data, useActionData } from 'react-router'
import { Problems } from '../../components/Problems'
import { StageHead } from '../../components/StageHead'
import { doProof, proofsOf } from '../../server/proof.server'
import { ClientResults } from '../../stages/proof/ClientResults'
import { RunClients } from '../../stages/proof/RunClients'
import { ThroughputForm } from '../../stages/proof/ThroughputForm'
import { ThroughputList } from '../../stages/proof/ThroughputList'
import type { Route } from './+types/proof'

export const loader = ({ params }: Route.LoaderArgs) => proofsOf(params.siteId)

export async function action({ params, request }: Route.ActionArgs) {
  const outcome = await doProof(params.siteId, await request.formData())
  return outcome.ok
    ? { ok: true as const }
    : data({ ok: false as const, problems: outcome.problems }, { status: 400 })
}

export default function Proof({ loaderData }: Route.ComponentProps) {
  const answer = useActionData<typeof action>()
  const { clients, throughput, benchRuns } = loaderData
  return (
    <>
      <StageHead
        title="Proof"
        says="What was observed, held against the plan and against what the link can carry."
      />
      {answer && !answer.ok && (
        <div className="mb-4">
          <Problems problems={answer.problems} title="Not recorded. What was there is unchanged." />
        </div>
      )}
      <div className="space-y-8">
        <section className="space-y-3">
          <RunClients benchRuns={benchRuns} />
          {clients[0] ? (
            <ClientResults proof={clients[0]} />
          ) : (
            <p className="sheet px-4 py-5 text-soft">
              No client test yet. It attaches a client everywhere, reads its address, and pings both ways
              between all networks.
            </p>
          )}
        </section>
        <section className="space-y-3">
          <h2>Throughput</h2>
          <ThroughputForm />
          <ThroughputList tests={throughput} />
        </section>
      </div>
    </>
  )
}
