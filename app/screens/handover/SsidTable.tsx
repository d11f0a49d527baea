import { networkOf, profileOf } from '~/core/plan'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'
import { MODE_NAME } from '../networks/modeNames'
import { Section } from './Section'

/** SSIDs without their keys: those are handed over by other means. */
export function SsidTable() {
  const { site } = useSite()
  return (
    <Section title="SSIDs">
      <table className="plain">
        <thead>
          <tr>
            <th>SSID</th>
            <th>Network</th>
            <th>Security</th>
            <th>Key</th>
            <th>On the air</th>
          </tr>
        </thead>
        <tbody>
          {site.ssids.map((ssid) => {
            const network = networkOf(site, ssid.networkId)
            const profile = profileOf(site, ssid)
            return (
              <tr key={ssid.id}>
                <td>{ssid.name}</td>
                <td>{network && <Flag vlanId={network.vlanId} label={network.name} size={13} />}</td>
                <td>{profile ? MODE_NAME[profile.mode] : 'none'}</td>
                <td className="text-soft">handed over apart</td>
                <td>{ssid.schedule === 'always' ? 'always' : 'when wanted'}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </Section>
  )
}
