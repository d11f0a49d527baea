import type { Problem } from '~/core/lib/outcome'
import { StageHead } from '../../components/StageHead'
import { useBench } from '../../hooks/useBench'
import { usePanel } from '../../hooks/usePanel'
import { useTick } from '../../hooks/useTick'
import { benchState } from '../../server/staging/bench.server'
import { stagedGear } from '../../server/proof/observations.server'
import { BenchClock } from './BenchClock'
import { Board } from './Board'
import { timeAt } from './boardState'
import type { BoardState } from './boardState'
import { clockText } from './clockText'
import { Clusters } from './Clusters'
import { DeviceSheetView } from './DeviceSheetView'
import { Drawing } from './Drawing'
import { EmptyBench } from './EmptyBench'
import { Fleet } from './Fleet'
import { Happenings } from './Happenings'
import { Laptop } from './Laptop'
import { LedReader } from './LedReader'
import { RunningSeen } from './RunningSeen'
import { useMoment } from './useMoment'
import { useSheet } from './useSheet'
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
      <RunningSeen gear={loaderData.gear} running={loaderData.running} isOpen={loaderData.bench === null} />
      <h2 className="mt-4 mb-2">Rehearsal, on gear that behaves like gear: nothing here is measured</h2>
      {state ? <Rehearsal bench={bench} state={state} /> : <EmptyBench ask={bench.ask} busy={bench.busy} />}
    </>
  )
}

function Refused({ problems = [] }: { problems?: Problem[] }) {
  return problems.length === 0 ? null : (
    <p role="alert" className="border-l-4 border-caution bg-caution-wash px-3 py-1">
      {problems.map(({ message }) => message).join(' ')}
    </p>
  )
}

function Rehearsal({ bench, state: live }: { bench: ReturnType<typeof useBench>; state: BoardState }) {
  const { search, set } = usePanel()
  const { atS, then, show } = useMoment()
  const wallMs = useTick(500, live.speed > 0)
  const nowS = timeAt(live, wallMs)
  const state = then ?? live
  const shownS = atS ?? nowS
  const isPast = atS !== null
  const chosenId = search.get('device')
  const device = state.devices.find(({ id }) => id === chosenId) ?? null
  const choose = (id: string) => set({ device: id === chosenId ? null : id })
  const version = JSON.stringify([live.events.at(-1), device?.phase, device?.why, live.laptop])
  const sheet = useSheet(device && !isPast ? device.id : null, version)
  return (
    <div className="rehearsal space-y-3">
      <BenchClock bench={bench} state={live} nowS={nowS} atS={atS} onLook={show} />
      {live.laptop && <Laptop laptop={live.laptop} state={live} bench={bench} isPast={isPast} />}
      {atS !== null && (
        <p role="status" className="border-l-4 border-ink bg-land px-3 py-1">
          The bench as it was at {clockText(atS)}. Nothing can be done there; go back to now first.
        </p>
      )}
      {!device && <Refused problems={bench.problems} />}
      <div className="flex flex-col gap-3 @4xl:flex-row">
        <Board
          devices={state.devices}
          nowS={shownS}
          bench={bench}
          isPast={isPast}
          chosenId={chosenId}
          onChoose={choose}
        />
        {device && (
          <DeviceSheetView
            device={device}
            sheet={sheet}
            state={state}
            nowS={shownS}
            bench={bench}
            isPast={isPast}
            onClose={() => set({ device: null })}
          />
        )}
      </div>
      <div className="grid gap-3 @4xl:grid-cols-2">
        <div className="space-y-3">
          <Fleet devices={state.devices} bench={bench} isPast={isPast} onChoose={choose} />
          <Clusters devices={state.devices} clusters={state.clusters} onChoose={choose} />
          <LedReader />
        </div>
        <Happenings events={state.events} />
      </div>
      <Drawing state={state} bench={bench} isPast={isPast} onChoose={choose} />
    </div>
  )
}
