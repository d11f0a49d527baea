import { useVirtualizer } from '@tanstack/react-virtual'
import { useRef } from 'react'
import type { Device } from '~/core/plan'
import { SwitchStrip } from './SwitchStrip'

interface Props {
  devices: Device[]
  chosen: { deviceId: string; port: number } | null
  onChoose: (deviceId: string, port: number) => void
}

/** Beyond this many, only the strips in view are drawn. */
const MOST_AT_ONCE = 12
const STRIP_HEIGHT = 232

/** The strips one below the other. */
export function StripStack({ devices, chosen, onChoose }: Props) {
  const strip = (device: Device) => (
    <SwitchStrip
      device={device}
      chosen={device.id === chosen?.deviceId ? chosen.port : null}
      onChoose={(port) => onChoose(device.id, port)}
    />
  )
  if (devices.length <= MOST_AT_ONCE)
    return (
      <div className="space-y-5">
        {devices.map((device) => (
          <div key={device.id}>{strip(device)}</div>
        ))}
      </div>
    )
  return <LongStack devices={devices} strip={strip} />
}

function LongStack({ devices, strip }: { devices: Device[]; strip: (device: Device) => React.ReactNode }) {
  const scroller = useRef<HTMLDivElement>(null)
  const rows = useVirtualizer({
    count: devices.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => STRIP_HEIGHT,
    overscan: 3,
  })
  return (
    <div
      ref={scroller}
      tabIndex={0}
      role="group"
      aria-label={`${devices.length} port strips`}
      className="h-[62vh] overflow-y-auto border border-line p-2"
    >
      <div className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start, key }) => {
          const device = devices[index]
          return (
            device && (
              <div
                key={key}
                data-index={index}
                ref={rows.measureElement}
                className="absolute inset-x-0 top-0 pb-4"
                style={{ transform: `translateY(${start}px)` }}
              >
                {strip(device)}
              </div>
            )
          )
        })}
      </div>
    </div>
  )
}
