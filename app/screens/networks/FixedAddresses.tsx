import { distinctFixedAddresses, inPool, ipNumber, subnetOrNull, contains } from '~/core/network/addressing'
import type { FixedAddress } from '~/core/network/addressing'
import { Link } from 'react-router'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'

/** Every address the plan fixes by hand, in order, with where it lies. */
export function FixedAddresses() {
  const { site } = useSite()
  const rows = [...distinctFixedAddresses(site)].sort((a, b) => ipNumber(a.ip) - ipNumber(b.ip))
  return (
    <section className="sheet px-4 py-2">
      <table className="plain">
        <thead>
          <tr>
            <th>Address</th>
            <th>Device</th>
            <th>Use</th>
            <th>Network</th>
            <th>Where it lies</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row key={`${row.device.id} ${row.ip} ${row.use}`} row={row} />
          ))}
        </tbody>
      </table>
      {rows.length === 0 && (
        <p className="py-4 text-center text-soft">
          No fixed addresses yet. Give a device one on the Ports stage.
        </p>
      )}
    </section>
  )
}

function Row({ row }: { row: FixedAddress }) {
  const { site } = useSite()
  const network = site.networks.find(({ subnet }) => {
    const parsed = subnetOrNull(subnet)
    return parsed !== null && contains(parsed, row.ip)
  })
  const clash = network?.pool ? inPool(network.pool, row.ip) : false
  return (
    <tr>
      <td className="figures">{row.ip}</td>
      <td>
        <Link
          className="underline decoration-dotted underline-offset-4"
          to={`../ports?device=${row.device.id}&edit=device`}
        >
          {row.device.name}
        </Link>
      </td>
      <td>{row.use}</td>
      <td>
        {network ? (
          <Flag vlanId={network.vlanId} label={network.name} />
        ) : (
          <span className="text-soft">none of the plan</span>
        )}
      </td>
      <td className={clash ? 'font-semibold text-caution' : ''}>
        {clash ? 'inside the pool' : network ? 'outside the pool' : ''}
      </td>
    </tr>
  )
}
