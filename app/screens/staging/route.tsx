import { StageHead } from '../../components/StageHead'
import { useBench } from '../../hooks/useBench'
import { benchState } from '../../server/staging/bench.server'
import { stagedGear } from '../../server/proof/observations.server'
import { BenchClock } from './BenchClock'
import { Board } from './Board'
import { Cables } from './Cables'
import { ClientProbes } from './ClientProbes'
import { EmptyBench } from './EmptyBench'
import { Happenings } from './Happenings'
import { RunningSeen } from './RunningSeen'
import type { Route } from './+types/route'

export const loader = ({ params }: Route.LoaderArgs) => ({
  bench: benchState(params.siteId),
  ...stagedGear(params.siteId),
})

export default function Staging({ loaderData }: Route.ComponentProps) {
  const bench = useBench(loaderData.bench)
  const { state, connected } = bench
  return (
    <>
      <StageHead
        title="Staging"
        says="Every device brought up: power, boot, address, adoption. What you saw running counts; the rehearsal only practises."
      />
      {!connected && (
        <p role="status" className="mb-3 border-l-4 border-caution bg-caution-wash px-3 py-1.5">
          The bench does not answer; trying again. What you see is its last state.
        </p>
      )}
      <RunningSeen gear={loaderData.gear} running={loaderData.running} />
      <h2 className="mt-6 mb-2">Rehearsal</h2>
      {state ? (
        <div className="rehearsal space-y-4">
          <BenchClock bench={bench} state={state} />
          <Board devices={state.view.devices} ask={bench.ask} />
          <div className="grid gap-4 @4xl:grid-cols-2">
            <div className="space-y-4">
              <Cables cables={state.view.cables} ask={bench.ask} />
              <ClientProbes clients={state.view.clients} />
            </div>
            <Happenings events={state.view.events} />
          </div>
        </div>
      ) : (
        <EmptyBench ask={bench.ask} busy={bench.busy} />
      )}
    </>
  )
}
