import { useVirtualizer } from '@tanstack/react-virtual'
import { useRef } from 'react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { isConnected, kindOf, networkOf } from '~/core/plan'
import type { Addressing, Device } from '~/core/plan'
import { Flag } from '../../components/Flag'
import { useSite } from '../../hooks/useSite'

/** Beyond this many, only the rows in view are drawn. */
const MOST_AT_ONCE = 40
const ROW_HEIGHT = 52

export function DeviceList({ devices }: { devices: Device[] }) {
  const { site } = useSite()
  return (
    <section className="sheet self-start px-4 py-2" aria-label="Devices">
      {devices.length > MOST_AT_ONCE ? (
        <LongList devices={devices} />
      ) : (
        <Table>
          {devices.map((device) => (
            <Row key={device.id} device={device} />
          ))}
        </Table>
      )}
      {site.devices.length === 0 && <p className="py-3 text-soft">No devices yet.</p>}
      {site.devices.length > 0 && devices.length === 0 && (
        <p className="py-3 text-soft">No device matches. Take a word out of the search.</p>
      )}
    </section>
  )
}

const Table = ({ children }: { children: ReactNode }) => (
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
    <tbody>{children}</tbody>
  </table>
)

/** Rows above and below the view are one empty row each, as high as they would be. */
function LongList({ devices }: { devices: Device[] }) {
  const scroller = useRef<HTMLDivElement>(null)
  const rows = useVirtualizer({
    count: devices.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 8,
  })
  const items = rows.getVirtualItems()
  const above = items[0]?.start ?? 0
  const below = rows.getTotalSize() - (items.at(-1)?.end ?? 0)
  return (
    <div
      ref={scroller}
      tabIndex={0}
      role="group"
      aria-label={`${devices.length} devices`}
      className="h-[60vh] overflow-y-auto"
    >
      <Table>
        <Spacer height={above} />
        {items.map(({ index }) => {
          const device = devices[index]
          return device && <Row key={device.id} device={device} />
        })}
        <Spacer height={below} />
      </Table>
    </div>
  )
}

const Spacer = ({ height }: { height: number }) =>
  height > 0 ? (
    <tr aria-hidden="true">
      <td colSpan={4} style={{ height, padding: 0 }} />
    </tr>
  ) : null

/** Words where the address itself does not stand. */
const ADDRESS: Partial<Record<Addressing, string>> = { dhcp: 'by DHCP', none: 'none' }

const POWER = { poe: 'by its cable', injector: 'injector', supply: 'supply' } as const

function Row({ device }: { device: Device }) {
  const { site } = useSite()
  const network = networkOf(site, device.management.networkId)
  const cabled = isConnected(site, device)
  const { addressing, ip } = device.management
  return (
    <tr data-device-row={device.id}>
      <td>
        <Link
          to={`?device=${device.id}&edit=device`}
          preventScrollReset
          className="underline decoration-dotted underline-offset-4"
        >
          {device.name}
        </Link>
        <span className="caption block">
          {kindOf(device).noun}
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
      <td className="figures">{ADDRESS[addressing] ?? ip ?? 'missing'}</td>
      <td>{POWER[device.powerSource]}</td>
    </tr>
  )
}
