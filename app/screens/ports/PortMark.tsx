import { Zap } from 'lucide-react'
import { memo } from 'react'
import { linkSpeedMbps } from '~/core/network/cabling'
import { kindOf, neighbourAt, portSpecOf, wanOf } from '~/core/plan'
import type { Device, Port } from '~/core/plan'
import { FlagCloth } from '../../components/Flag'
import type { Lit } from '../../hooks/useLitPorts'
import { useSite } from '../../hooks/useSite'
import { speedText } from '~/core/network/cabling'

interface Props {
  id: string
  device: Device
  port: Port
  chosen: boolean
  /** One of several for a change of many. */
  selected: boolean
  /** Whether the followed frame comes by here. */
  lit: Lit | null
  onChoose: (many: boolean) => void
}

export function PortMark({ id, device, port, chosen, selected, lit, onChoose }: Props) {
  const { site } = useSite()
  const spec = portSpecOf(site, device, port.number)
  const neighbour = neighbourAt(site, { deviceId: device.id, port: port.number })
  const isUplink = wanOf(device)?.port === port.number
  const plain = kindOf(device).switching === 'plain' || isUplink
  const speed = neighbour ? linkSpeedMbps(site, neighbour.link) : null
  return (
    <button
      id={id}
      type="button"
      aria-pressed={chosen || selected}
      aria-label={describe(device, port, spec?.label, neighbour?.device.name, lit)}
      onClick={(event) => onChoose(event.ctrlKey || event.metaKey || event.shiftKey)}
      onKeyDown={(event) => {
        if (event.key !== ' ') return
        event.preventDefault()
        onChoose(true)
      }}
      className={`offstage flex w-[104px] shrink-0 flex-col border-r border-line text-left last:border-r-0 ${washOf(selected, chosen)}`}
    >
      <span className="flex min-h-[84px] w-full flex-1 flex-col justify-end gap-1 px-2 py-1.5">
        {plain ? (
          <span className="caption">{isUplink ? 'to the feed' : 'passes all'}</span>
        ) : (
          <Hoist port={port} />
        )}
      </span>
      <span
        className={`flex h-7 w-full items-center gap-1.5 border-y border-ink px-2 ${lit === 'drops' ? 'bg-caution text-on-ink' : lit === 'passes' ? 'bg-depth-5 text-on-ink' : 'bg-land'}`}
      >
        <span className="figures font-bold">{spec?.label ?? port.number}</span>
        <span className="figures ml-auto text-[0.82rem]">{speed === null ? '' : speedText(speed)}</span>
        {spec?.pse && (
          <Zap
            size={14}
            aria-hidden
            className={port.poe ? '' : 'opacity-25'}
            fill={port.poe ? 'currentColor' : 'none'}
          />
        )}
      </span>
      <span className="flex h-[58px] w-full items-start justify-center bg-depth-2 px-1.5">
        {neighbour && (
          <span className="flex min-h-[46px] w-full items-center justify-center rounded-b-[46%_70%] border border-t-0 border-ink bg-sheet px-1.5 pb-1.5 text-center text-[0.82rem] leading-tight">
            {neighbour.device.name}
          </span>
        )}
      </span>
    </button>
  )
}

const washOf = (selected: boolean, chosen: boolean): string =>
  selected
    ? 'bg-caution-wash shadow-[inset_0_3px_0_var(--caution)]'
    : chosen
      ? 'bg-depth-1'
      : 'hover:bg-depth-1'

/** More tags than this are counted; the port's own form shows them all. */
const MOST_FLAGS = 8

/**
 * The native VLAN flies large and bare; tagged VLANs fly below it, each with a dot for its tag. A port that no edit touched is the
 * same object afterwards, and its flags stay as they were drawn.
 */
const Hoist = memo(function Hoist({ port }: { port: Port }) {
  return (
    <span className="flex flex-col gap-1 border-l-[1.5px] border-ink pl-1.5">
      {port.nativeVlan === null ? (
        <span className="caption">no native</span>
      ) : (
        <span className="flex items-center gap-1.5">
          <FlagCloth vlanId={port.nativeVlan} size={19} />
          <span className="figures text-[0.86rem]">{port.nativeVlan}</span>
        </span>
      )}
      {port.mode === 'trunk' && port.taggedVlans.length > 0 && (
        <span className="flex flex-wrap gap-x-1.5 gap-y-0.5">
          {port.taggedVlans.slice(0, MOST_FLAGS).map((vlanId) => (
            <span key={vlanId} className="flex items-center gap-0.5">
              <FlagCloth vlanId={vlanId} size={9} />
              <span className="figures text-[0.72rem]">{vlanId}</span>
            </span>
          ))}
          {port.taggedVlans.length > MOST_FLAGS && (
            <span className="figures text-[0.72rem]" title={port.taggedVlans.join(', ')}>
              and {port.taggedVlans.length - MOST_FLAGS} more
            </span>
          )}
        </span>
      )}
    </span>
  )
})

function describe(
  device: Device,
  port: Port,
  label: string | undefined,
  neighbour: string | undefined,
  lit: string | null,
): string {
  const vlans = [
    port.nativeVlan === null ? 'no native VLAN' : `native VLAN ${port.nativeVlan}`,
    ...(port.mode === 'trunk' && port.taggedVlans.length > 0
      ? [`tagged ${port.taggedVlans.join(', ')}`]
      : []),
  ]
  return [
    `${device.name} port ${label ?? port.number}`,
    port.mode,
    ...vlans,
    port.poe ? 'PoE on' : 'PoE off',
    neighbour ? `to ${neighbour}` : 'free',
    ...(lit ? [`the frame ${lit === 'drops' ? 'is dropped here' : 'passes here'}`] : []),
  ].join(', ')
}
