import { linkSpeedMbps } from '~/core/network/cabling'
import { kindOf, neighbourAt, portName, portSpecOf, switchingDevices, wanOf } from '~/core/plan'
import type { Device, Port } from '~/core/plan'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'
import { speedText } from '../ports/speedText'
import { Section } from './Section'

/** A port with more tags than this lists their numbers alone: the record is for reading and printing. */
const MOST_FLAGS = 8

export function PortMap() {
  const { site } = useSite()
  const strips = switchingDevices(site)
  return (
    <Section title="Port map">
      {strips.length === 0 && <p className="text-soft">No switch in the plan.</p>}
      {strips.map((device) => (
        <table key={device.id} className="plain mb-3">
          <caption className="py-1 text-left font-semibold">
            {device.name}
            <span className="caption font-normal">, {device.place}</span>
          </caption>
          <thead>
            <tr>
              <th>Port</th>
              <th>Kind</th>
              <th>Native</th>
              <th>Tagged</th>
              <th>PoE</th>
              <th className="num">Speed</th>
              <th>Plugged in</th>
            </tr>
          </thead>
          <tbody>
            {device.ports.map((port) => (
              <Row key={port.number} device={device} port={port} />
            ))}
          </tbody>
        </table>
      ))}
    </Section>
  )
}

function Row({ device, port }: { device: Device; port: Port }) {
  const { site } = useSite()
  const end = { deviceId: device.id, port: port.number }
  const neighbour = neighbourAt(site, end)
  const speed = neighbour ? linkSpeedMbps(site, neighbour.link) : null
  const sorts = kindOf(device).switching !== 'plain' && wanOf(device)?.port !== port.number
  const spec = portSpecOf(site, device, port.number)
  return (
    <tr>
      <td className="figures">{spec?.label ?? port.number}</td>
      <td>{wanOf(device)?.port === port.number ? 'feed' : sorts ? port.mode : 'plain'}</td>
      <td>{sorts && port.nativeVlan !== null && <Flag vlanId={port.nativeVlan} size={12} />}</td>
      <td>
        <span className="flex flex-wrap gap-2">
          {sorts &&
            port.mode === 'trunk' &&
            (port.taggedVlans.length > MOST_FLAGS ? (
              <span className="figures">{port.taggedVlans.join(' ')}</span>
            ) : (
              port.taggedVlans.map((vlanId) => <Flag key={vlanId} vlanId={vlanId} size={12} />)
            ))}
        </span>
      </td>
      <td>{spec?.pse ? (port.poe ? 'on' : 'off') : ''}</td>
      <td className="num figures">{speed === null ? '' : speedText(speed)}</td>
      <td>{neighbour ? `${portName(site, neighbour.end)}, ${neighbour.link.lengthM} m` : 'free'}</td>
    </tr>
  )
}
