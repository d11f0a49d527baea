import type { ElectedCluster } from '~/core/world'
import { useSite } from '../../hooks/useSite'
import type { BoardDevice } from './boardState'

interface Props {
  devices: BoardDevice[]
  clusters: ElectedCluster[]
  onChoose: (id: string) => void
}

/** Clusters as their running members elect them: who is master, who would follow, and whether the shared address answers. */
export function Clusters({ devices, clusters, onChoose }: Props) {
  const { site } = useSite()
  const members = site.devices.filter(({ cluster }) => cluster !== null)
  if (members.length === 0) return null
  const up = members.filter(({ id }) => devices.find((device) => device.id === id)?.phase === 'running')
  const nameOf = (id: string) => site.devices.find((device) => device.id === id)?.name ?? id
  return (
    <section className="sheet px-4 py-2" aria-label="Clusters">
      <h2>Clusters</h2>
      <p className="caption">
        {up.length} of {members.length} members up. The higher priority is master, then the lower hardware
        address; ten members at most.
      </p>
      {clusters.map((cluster) => (
        <One key={cluster.masterId} cluster={cluster} nameOf={nameOf} onChoose={onChoose} />
      ))}
      {clusters.length > 1 && (
        <p className="text-caution">
          {clusters.length} clusters: members with another name or passphrase do not find each other.
        </p>
      )}
    </section>
  )
}

interface OneProps {
  cluster: ElectedCluster
  nameOf: (id: string) => string
  onChoose: (id: string) => void
}

const One = ({
  cluster: { name, masterId, memberIds, refusedIds, sharedIp },
  nameOf,
  onChoose,
}: OneProps) => (
  <div className="border-t border-line py-1">
    <p>
      <strong>“{name}”</strong>: master{' '}
      <button className="underline-offset-4 hover:underline" onClick={() => onChoose(masterId)}>
        {nameOf(masterId)}
      </button>
      {sharedIp ? (
        <>
          , answers at <span className="figures">{sharedIp}</span>
        </>
      ) : (
        <span className="text-caution">, and nobody answers at a shared address</span>
      )}
    </p>
    {memberIds.length > 1 && <p className="caption">then {memberIds.slice(1).map(nameOf).join(', ')}</p>}
    {refusedIds.length > 0 && (
      <p className="text-caution">No place for {refusedIds.map(nameOf).join(', ')}.</p>
    )}
  </div>
)
