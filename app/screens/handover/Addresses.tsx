import { distinctFixedAddresses, ipNumber } from '~/core/network/addressing'
import { deviceOf } from '~/core/plan'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'
import { Section } from './Section'

export function Addresses() {
  const { site } = useSite()
  const fixed = [...distinctFixedAddresses(site)].sort((a, b) => ipNumber(a.ip) - ipNumber(b.ip))
  return (
    <Section title="Networks and addresses">
      <table className="plain mb-3">
        <thead>
          <tr>
            <th>Network</th>
            <th className="num">VLAN</th>
            <th>Subnet</th>
            <th>Gateway</th>
            <th>Pool</th>
            <th>Name servers</th>
            <th>Served by</th>
          </tr>
        </thead>
        <tbody>
          {site.networks.map((network) => (
            <tr key={network.id}>
              <td>
                <Flag vlanId={network.vlanId} label={network.name} size={13} />
              </td>
              <td className="num figures">{network.vlanId}</td>
              <td className="figures">{network.subnet}</td>
              <td className="figures">{network.gateway}</td>
              <td className="figures">{network.pool && `${network.pool.start} – ${network.pool.end}`}</td>
              <td className="figures">{network.nameServers.join(', ')}</td>
              <td>{deviceOf(site, network.servedBy)?.name ?? 'nobody'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <table className="plain">
        <thead>
          <tr>
            <th>Fixed address</th>
            <th>Device</th>
            <th>Use</th>
            <th>Hardware address</th>
          </tr>
        </thead>
        <tbody>
          {fixed.map(({ ip, device, use }) => (
            <tr key={`${device.id} ${ip}`}>
              <td className="figures">{ip}</td>
              <td>{device.name}</td>
              <td>{use}</td>
              <td className="figures">{device.mac}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  )
}
