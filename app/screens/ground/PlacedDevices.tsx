import { isAccessPoint } from '~/core/plan'
import { ceilingAntenna } from '~/core/radio/propagation'
import { isLocked } from '~/core/plan/drawing'
import type { Antenna, Band, Device, Level, Position, Site } from '~/core/plan'
import { declutter } from './declutter'
import type { Box } from './declutter'
import { toScreen } from './useView'
import type { Size, View } from './useView'

interface Props {
  site: Site
  level: Level
  band: Band
  view: View
  size: Size
  chosen: ReadonlySet<string>
  onKey: (deviceId: string) => void
}

/** Access points lie over other devices on one spot: they are what is moved. */
const lightsLast = (devices: readonly Device[]): Device[] => [
  ...devices.filter((device) => !showsRadio(device)),
  ...devices.filter(showsRadio),
]

const showsRadio = (device: Device): boolean => isAccessPoint(device) || device.radios.length > 0

/** Devices that have a place on this level: access points with their arcs, other devices as small squares. */
export function PlacedDevices({ site, level, band, view, size, chosen, onKey }: Props) {
  return (
    <g>
      {lightsLast(site.devices).flatMap((device) => {
        const { position } = device
        if (position?.levelId !== level.id) return []
        const [x, y] = toScreen(view, size, position.at)
        const radio = device.radios.find((one) => one.band === band)
        return [
          <g
            key={device.id}
            data-placed={device.id}
            data-piece={`devices.${device.id}`}
            transform={`translate(${x.toFixed(1)} ${y.toFixed(1)})`}
            tabIndex={0}
            role="button"
            aria-pressed={chosen.has(device.id)}
            aria-label={`${device.name}${radio?.channel ? `, channel ${radio.channel}` : ''}${isLocked(site, { collection: 'devices', id: device.id }) ? ', locked' : ''}`}
            className="cursor-grab"
            onKeyDown={(event) => {
              if (event.key === 'Enter' || event.key === ' ') {
                event.preventDefault()
                event.stopPropagation()
                onKey(device.id)
              }
            }}
          >
            {showsRadio(device) ? (
              <RadioMark
                antenna={site.antennas.find(({ id }) => id === position.antennaId) ?? ceilingAntenna(0)}
                position={position}
                dim={!radio?.enabled}
                chosen={chosen.has(device.id)}
              />
            ) : (
              <rect
                x="-3.5"
                y="-3.5"
                width="7"
                height="7"
                className={chosen.has(device.id) ? 'fill-caution stroke-ink' : 'fill-sheet stroke-ink'}
              />
            )}
            <title>{device.name}</title>
          </g>,
        ]
      })}
    </g>
  )
}

/** The names of devices, those that are chosen first, as far as there is room. */
export function DeviceNames({
  site,
  level,
  band,
  view,
  size,
  chosen,
  keepClear = [],
}: Omit<Props, 'onKey'> & { keepClear?: readonly Box[] }) {
  const named = site.devices
    .filter(
      (device) => device.position?.levelId === level.id && (showsRadio(device) || chosen.has(device.id)),
    )
    .sort((a, b) => Number(chosen.has(b.id)) - Number(chosen.has(a.id)))
    .map((device) => {
      const radio = device.radios.find((one) => one.band === band)
      const channel = radio?.enabled && radio.channel !== null ? ` ${radio.channel}` : ''
      return { device, channel, lock: device.position?.locked ? ' ⚓' : '' }
    })
  const places = declutter(
    named.map(({ device, channel, lock }) => {
      const [x, y] = toScreen(view, size, device.position?.at ?? [0, 0])
      return { key: device.id, x, y, width: (device.name + channel + lock).length * 6.1, height: 12 }
    }),
    keepClear,
  )
  return (
    <g className="pointer-events-none">
      {named.map(({ device, channel, lock }) => {
        const at = places.get(device.id)
        return at ? (
          <text key={device.id} x={at.x} y={at.y} className="chart-name">
            {device.name}
            <tspan className="figures">{channel}</tspan>
            {lock}
          </text>
        ) : null
      })}
    </g>
  )
}

/** Sweep of an antenna on the chart, degrees. */
const sweepOf = ({ kind, horizontalBeamDeg }: Antenna): number =>
  kind === 'dipole' || kind === 'ceiling' || kind === 'table' ? 360 : Math.max(12, horizontalBeamDeg)

/** An access point: a dot with its flare, its arc round it, and the limits of a sector as dashed lines. */
function RadioMark({
  antenna,
  position,
  dim,
  chosen,
}: {
  antenna: Antenna
  position: Position
  dim: boolean
  chosen: boolean
}) {
  const sweep = sweepOf(antenna)
  const radius = 17
  const at = (deg: number, r: number): string => {
    const turn = ((deg - 90) * Math.PI) / 180
    return `${(r * Math.cos(turn)).toFixed(1)} ${(r * Math.sin(turn)).toFixed(1)}`
  }
  const [from, to] = [position.azimuthDeg - sweep / 2, position.azimuthDeg + sweep / 2]
  return (
    <g className={dim ? 'opacity-45' : undefined}>
      <circle r="13" className="fill-transparent" />
      {sweep >= 360 ? (
        <circle r={radius} className="fill-none stroke-caution" strokeWidth="1.6" strokeDasharray="3 3" />
      ) : (
        <>
          <path
            d={`M${at(from, radius)}A${radius} ${radius} 0 ${sweep > 180 ? 1 : 0} 1 ${at(to, radius)}`}
            className="fill-none stroke-caution"
            strokeWidth="2.6"
          />
          <path
            d={`M0 0L${at(from, 30)}M0 0L${at(to, 30)}`}
            className="fill-none stroke-ink"
            strokeWidth="0.9"
            strokeDasharray="4 3"
          />
        </>
      )}
      <path d="M1.5 1.5C6 5 10 12 11.5 17C6.5 14.5 2.5 9 1.5 1.5Z" className="fill-caution" />
      <path
        d="M0 -5.4L1.5 -1.6L5.4 -1.6L2.3 0.9L3.4 4.7L0 2.4L-3.4 4.7L-2.3 0.9L-5.4 -1.6L-1.5 -1.6Z"
        className={chosen ? 'fill-caution stroke-ink' : 'fill-ink stroke-sheet'}
        strokeWidth={chosen ? 1.2 : 0.6}
      />
      {chosen && <circle r="11" className="fill-none stroke-caution" strokeWidth="1.5" />}
    </g>
  )
}
