import { format } from 'date-fns'
import type { AddressTest, PingTest } from '~/core/judge/proof'
import type { StoredClients } from '~/store'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'

/** Address at every place, and pings both ways between every pair of networks and to the outside. */
export function ClientResults({ proof }: { proof: StoredClients }) {
  const { revision } = useSite()
  const { addresses, pings } = proof.body.tests
  const wrong = pings.filter(({ answered, planned }) => answered !== planned).length
  const bare = addresses.filter(({ ok }) => !ok).length
  return (
    <div className="space-y-3">
      <p>
        <time dateTime={proof.at} suppressHydrationWarning>
          {format(proof.at, 'd MMMM yyyy, HH:mm')}
        </time>
        , revision {proof.revision}
        {proof.revision !== revision && (
          <span className="text-caution"> (the plan is at {revision} by now)</span>
        )}
        .{' '}
        <strong className={bare + wrong > 0 ? 'text-caution' : ''}>
          {bare === 0
            ? 'Every place gives its address'
            : `${bare} of ${addresses.length} places give no right address`}
          ;{' '}
          {wrong === 0 ? 'every ping is as planned' : `${wrong} of ${pings.length} pings are not as planned`}.
        </strong>
      </p>
      <div className="grid gap-4 @4xl:grid-cols-2">
        <Addresses tests={addresses} />
        <Pings tests={pings} />
      </div>
    </div>
  )
}

function Addresses({ tests }: { tests: AddressTest[] }) {
  return (
    <table className="plain sheet self-start px-3 [&_td]:px-3 [&_th]:px-3">
      <thead>
        <tr>
          <th>Place</th>
          <th>Address</th>
        </tr>
      </thead>
      <tbody>
        {tests.map((test) => (
          <tr key={test.attachmentId}>
            <td>
              {test.label}
              <span className="caption block">{test.networkName ?? 'no network'}</span>
            </td>
            <td>
              <span className={test.ok ? 'figures' : 'font-semibold text-caution'}>{test.ip ?? 'none'}</span>
              {!test.ok && <span className="caption block">{test.says}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** The pings as a table of from and to; a cell that is not as planned says so and why. */
function Pings({ tests }: { tests: PingTest[] }) {
  const { site } = useSite()
  const names = new Set(tests.map(({ targetName }) => targetName))
  const inside = site.networks.map(({ name }) => name).filter((name) => names.delete(name))
  const columns = [...inside, ...names]
  const rows = [...new Set(tests.map(({ fromNetworkId }) => fromNetworkId))]
  const vlan = (id: string) => site.networks.find((network) => network.id === id)?.vlanId ?? 0
  return (
    <div className="sheet self-start overflow-x-auto" tabIndex={0} role="group" aria-label="Pings">
      <table className="plain [&_td]:px-3 [&_th]:px-3">
        <thead>
          <tr>
            <th>Ping from</th>
            {columns.map((name) => (
              <th key={name}>{name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((id) => (
            <tr key={id}>
              <th scope="row">
                <Flag
                  vlanId={vlan(id)}
                  label={tests.find(({ fromNetworkId }) => fromNetworkId === id)?.fromName}
                  size={13}
                />
              </th>
              {columns.map((name) => (
                <PingCell
                  key={name}
                  test={tests.find(
                    ({ fromNetworkId, targetName }) => fromNetworkId === id && targetName === name,
                  )}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function PingCell({ test }: { test: PingTest | undefined }) {
  if (!test) return <td className="text-soft">own</td>
  const asPlanned = test.answered === test.planned
  return (
    <td
      title={test.says}
      className={
        asPlanned ? (test.answered ? 'bg-depth-3' : '') : 'bg-caution-wash font-semibold text-caution'
      }
    >
      {test.answered ? 'answers' : 'silent'}
      {!asPlanned && ', not as planned'}
    </td>
  )
}
