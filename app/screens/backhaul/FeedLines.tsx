import type { Aftermath, Feed, Hop } from '~/core/radio/backhaul'
import { endToEnd, plannedHop } from '~/core/radio/backhaul'
import type { Device, Level, Point, Site } from '~/core/plan'
import type { Box } from '../ground/declutter'
import { linePath } from '../ground/paths'
import { toScreen } from '../ground/useView'
import type { Size, View } from '../ground/useView'

interface Props {
  site: Site
  level: Level
  view: View
  size: Size
  feeds: ReadonlyMap<string, Feed>
  /** Uplinks that never register, by device. */
  silent: Record<string, string>
  /** What a failure leaves behind; null: all is well. */
  aftermath: Aftermath | null
  chosenId: string | null
}

/** How every device is fed: cables as thin lines, radio links as double lines with their rate and level on them. */
export function FeedLines(props: Props) {
  const { site, level, feeds, aftermath } = props
  const dark = new Set(aftermath?.dark.map(({ id }) => id))
  if (aftermath?.element.kind === 'device') dark.add(aftermath.element.id)
  const moved = new Set(aftermath?.reattached.map(({ id }) => id))
  const devices = new Map(site.devices.map((device) => [device.id, device]))
  const last = site.devices.flatMap((device) => {
    const feed = feeds.get(device.id)
    const hop = feed?.hops.at(-1)
    const cable = feed && hop ? [{ device, feed, hop }] : []
    // A device that has a radio uplink and a cable as well shows both: that is a circle.
    if (!device.air || hop?.kind === 'air') return cable
    const { deviceId: fromId, way } = device.air
    const air: Hop = { kind: 'air', fromId, toId: device.id, way, radio: plannedHop(site, device) }
    return [
      ...cable,
      { device, feed: { deviceId: device.id, rootId: '', hops: [air], airHops: 1 }, hop: air },
    ]
  })
  const here = (device: Device | undefined): Point | null =>
    device?.position && (device.position.levelId === level.id || showsAll(site, level))
      ? device.position.at
      : null
  return (
    <g className="pointer-events-none" data-feed-lines>
      {last.map(({ device, feed, hop }) => {
        const from = here(devices.get(hop.fromId))
        const to = here(device)
        if (!from || !to) return null
        const isGone =
          dark.has(device.id) ||
          dark.has(hop.fromId) ||
          moved.has(device.id) ||
          failed(aftermath, hop, device)
        return (
          <Line
            key={`${device.id} ${hop.kind}`}
            {...props}
            hop={hop}
            feed={feed}
            from={from}
            to={to}
            isGone={isGone}
          />
        )
      })}
      {aftermath?.reattached.map(({ id, parentId, mbps }) => {
        const from = here(devices.get(parentId))
        const to = here(devices.get(id))
        return from && to ? (
          <Rescue
            key={id}
            view={props.view}
            size={props.size}
            from={from}
            to={to}
            says={`${mbps.toFixed(0)} Mbit/s`}
          />
        ) : null
      })}
      {site.devices
        .filter(({ id }) => dark.has(id))
        .map((device) => {
          const at = here(device)
          if (!at) return null
          const [x, y] = toScreen(props.view, props.size, at)
          return (
            <g key={device.id} data-dark={device.id}>
              <circle
                cx={x}
                cy={y}
                r="13"
                fill="url(#hatched)"
                className="stroke-caution"
                strokeWidth="1.5"
              />
              <path
                d={`M${x - 8} ${y - 8}l16 16M${x + 8} ${y - 8}l-16 16`}
                className="stroke-caution"
                strokeWidth="2"
              />
            </g>
          )
        })}
    </g>
  )
}

/** Where the words along radio links stand: small devices in a row, for names to keep off. */
export function wordsAlong(site: Site, view: View, size: Size): Box[] {
  return site.devices.flatMap((device) => {
    const parent = site.devices.find(({ id }) => id === device.air?.deviceId)
    if (!device.position || !parent?.position) return []
    const [a, b] = [toScreen(view, size, parent.position.at), toScreen(view, size, device.position.at)]
    return Array.from({ length: 13 }, (_, i): Box => {
      const share = 0.2 + 0.05 * i
      const [x, y] = [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
      return { left: x - 6, right: x + 6, top: y - 18, bottom: y + 4 }
    })
  })
}

/** The lowest level shows all devices: the yard is where the lines run. */
const showsAll = (site: Site, level: Level): boolean => site.levels[0]?.id === level.id

const failed = (aftermath: Aftermath | null, hop: Hop, device: Device): boolean => {
  const element = aftermath?.element
  if (!element) return false
  if (element.kind === 'cable' || element.kind === 'port')
    return hop.kind === 'cable' && hop.link.id === element.linkId
  return element.kind === 'uplink' && element.id === `uplink:${device.id}` && hop.kind === 'air'
}

interface LineProps extends Props {
  hop: Hop
  feed: Feed
  from: Point
  to: Point
  isGone: boolean
}

function Line({ site, view, size, hop, feed, from, to, isGone, chosenId, silent }: LineProps) {
  const tone = isGone ? 'opacity-25' : ''
  if (hop.kind === 'cable') {
    const drawn = site.cableRoutes.find(({ linkId }) => linkId === hop.link.id)?.points.map(({ at }) => at)
    const onWay = hop.toId === chosenId
    return (
      <path
        d={linePath(view, size, drawn && drawn.length > 1 ? drawn : [from, to])}
        className={`fill-none stroke-ink ${tone}`}
        strokeWidth={onWay ? 2.4 : 1.2}
        strokeDasharray={hop.link.category === 'mains' ? '1 4' : undefined}
        data-feed={hop.toId}
      />
    )
  }
  const [a, b] = [toScreen(view, size, from), toScreen(view, size, to)]
  const isSilent = silent[hop.toId] !== undefined
  const broken = isSilent || typeof hop.radio === 'string'
  const rate = broken ? null : endToEnd(site, feed).likelyMbps
  const says = isSilent
    ? 'never registers'
    : typeof hop.radio === 'string'
      ? 'no way'
      : `${rate === null ? '' : `${rate.toFixed(0)} Mbit/s  `}${hop.radio.weakerDbm.toFixed(0)} dBm`
  return (
    <g className={tone} data-feed={hop.toId}>
      <Leading a={a} b={b} broken={broken} strong={hop.toId === chosenId} />
      <Label a={a} b={b} says={says} below={hop.way === 'bridge'} />
    </g>
  )
}

/** A radio link: two close lines, and a dashed one beyond the access points that shows the bearing. */
function Leading({ a, b, broken, strong }: { a: Point; b: Point; broken: boolean; strong: boolean }) {
  const long = Math.max(1, Math.hypot(b[0] - a[0], b[1] - a[1]))
  const [ux, uy] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long]
  const [nx, ny] = [-uy * 2, ux * 2]
  const beyond = 26
  return (
    <>
      {[1, -1].map((side) => (
        <path
          key={side}
          d={`M${a[0] + nx * side} ${a[1] + ny * side}L${b[0] + nx * side} ${b[1] + ny * side}`}
          className="stroke-caution"
          strokeWidth={strong ? 2 : 1.3}
          strokeDasharray={broken ? '2 5' : undefined}
        />
      ))}
      <path
        d={`M${b[0]} ${b[1]}l${ux * beyond} ${uy * beyond}M${a[0]} ${a[1]}l${-ux * beyond} ${-uy * beyond}`}
        className="stroke-caution"
        strokeWidth="1"
        strokeDasharray="5 4"
      />
    </>
  )
}

/** Words along a line, never upside down. */
function Label({ a, b, says, below = false }: { a: Point; b: Point; says: string; below?: boolean }) {
  const [left, right] = a[0] <= b[0] ? [a, b] : [b, a]
  const turn = (Math.atan2(right[1] - left[1], right[0] - left[0]) * 180) / Math.PI
  const long = Math.hypot(b[0] - a[0], b[1] - a[1])
  if (long < 60) return null
  return (
    <text
      transform={`translate(${(a[0] + b[0]) / 2} ${(a[1] + b[1]) / 2}) rotate(${turn.toFixed(1)})`}
      y={below ? 15 : -7}
      textAnchor="middle"
      className="chart-name figures"
    >
      {says}
    </text>
  )
}

/** Where a device goes after a failure. */
function Rescue({
  view,
  size,
  from,
  to,
  says,
}: {
  view: View
  size: Size
  from: Point
  to: Point
  says: string
}) {
  const [a, b] = [toScreen(view, size, from), toScreen(view, size, to)]
  return (
    <g>
      <path
        d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`}
        className="stroke-caution"
        strokeWidth="2.4"
        strokeDasharray="10 4 2 4"
      />
      <Label a={a} b={b} says={says} />
    </g>
  )
}
