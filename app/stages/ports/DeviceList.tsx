import { Link } from 'react-router'
import { linkAt, networkOf } from '~/core/site'
import type { Device, DeviceKind } from '~/core/site'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'

export const KIND_NAME: Record<DeviceKind, string> = {
  modem: 'modem',
  gateway: 'gateway',
  router: 'household router',
  switch: 'switch',
  unmanagedSwitch: 'unmanaged switch',
  accessPoint: 'access point',
  controller: 'controller',
  radius: 'RADIUS server',
  station: 'client',
  injector: 'injector',
  powerline: 'powerline adapter',
}

export function DeviceList() {
  const { site } = useSite()
  return (
    <section className="sheet self-start px-4 py-2">
      <table className="plain">
        <caption className="py-1 text-left font-semibold">Devices</caption>
        <thead>
          <tr>
            <th>Device</th>
            <th>Managed in</th>
            <th>Address</th>
            <th>Power</th>
          </tr>
        </thead>
        <tbody>
          {site.devices.map((device) => (
            <Row key={device.id} device={device} />
          ))}
        </tbody>
      </table>
      {site.devices.length === 0 && <p className="py-3 text-soft">No devices yet.</p>}
    </section>
  )
}

const POWER = { poe: 'by its cable', injector: 'injector', supply: 'supply' } as const

function Row({ device }: { device: Device }) {
  const { site } = useSite()
  const network = networkOf(site, device.management.networkId)
  const cabled = device.ports.some(({ number }) => linkAt(site, { deviceId: device.id, port: number }))
  const { addressing, ip } = device.management
  return (
    <tr>
      <td>
        <Link
          to={`?device=${device.id}&edit=device`}
          preventScrollReset
          className="underline decoration-dotted underline-offset-4"
        >
          {device.name}
        </Link>
        <span className="caption block">
          {KIND_NAME[device.kind]}
          {cabled ? '' : ', not cabled'}
        </span>
      </td>
      <td>
        {network ? (
          <Flag vlanId={network.vlanId} label={network.name} size={13} />
        ) : (
          <span className="text-soft">no network</span>
        )}
      </td>
      <td className="figures">
        {addressing === 'fixed' ? (ip ?? 'missing') : addressing === 'dhcp' ? 'by DHCP' : 'none'}
      </td>
      <td>{POWER[device.powerSource]}</td>
    </tr>
  )
}
