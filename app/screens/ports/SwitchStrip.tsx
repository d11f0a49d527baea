import { Link } from 'react-router'
import { poeBudget } from '~/core/network/power'
import type { Device } from '~/core/plan'
import { typeOf } from '~/core/plan'
import { Traced } from '../../components/Traced'
import { useLitPorts } from '../../hooks/useLitPorts'
import { useSelectedPorts } from '../../hooks/useSelectedPorts'
import { useSite } from '../../hooks/useSite'
import { PortMark } from './PortMark'

interface Props {
  device: Device
  chosen: number | null
  onChoose: (port: number) => void
}

/** A switch as a strip: flags over each port, its label under them, what is plugged in below. */
export function SwitchStrip({ device, chosen, onChoose }: Props) {
  const { site } = useSite()
  const selection = useSelectedPorts()
  const lit = useLitPorts()
  const onKey = (event: React.KeyboardEvent) => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
    const at = device.ports.findIndex(({ number }) => number === chosen)
    const next = device.ports[at + by]
    if (by === 0 || at === -1 || !next) return
    event.preventDefault()
    onChoose(next.number)
    document.getElementById(portMarkId(device.id, next.number))?.focus()
  }
  return (
    <section aria-label={device.name} className="sheet">
      <header className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-line px-4 py-1.5">
        <h2>
          <Link
            to={`?device=${device.id}&edit=device`}
            preventScrollReset
            className="underline decoration-dotted underline-offset-4"
          >
            {device.name}
          </Link>{' '}
          <span className="caption font-normal">{typeOf(site, device)?.name}</span>
        </h2>
        <Budget device={device} />
      </header>
      {/* Arrow keys move along the strip; every port is a button of its own. */}
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions */}
      <div className="flex overflow-x-auto" onKeyDown={onKey}>
        {device.ports.map((port) => (
          <PortMark
            key={port.number}
            id={portMarkId(device.id, port.number)}
            device={device}
            port={port}
            chosen={port.number === chosen}
            onChoose={(many) =>
              many ? selection.toggle({ deviceId: device.id, port: port.number }) : onChoose(port.number)
            }
            selected={selection.has({ deviceId: device.id, port: port.number })}
            lit={lit(device.id, port.number)}
          />
        ))}
        <div aria-hidden className="flex min-w-4 flex-1 flex-col">
          <div className="flex-1" />
          <div className="h-7 border-y border-ink bg-land" />
          <div className="h-[58px] bg-depth-2" />
        </div>
      </div>
    </section>
  )
}

const portMarkId = (deviceId: string, port: number): string => `socket-${deviceId}-${port}`

function Budget({ device }: { device: Device }) {
  const { site } = useSite()
  const budget = poeBudget(site, device)
  if (!budget) return null
  const over = budget.allocated.value > budget.budgetW
  return (
    <p className={over ? 'font-semibold text-caution' : ''}>
      <span className="text-soft">power set aside</span> <Traced number={budget.allocated} digits={1} />{' '}
      <span className="text-soft">of</span> <span className="figures">{budget.budgetW} W</span>
      <span className="text-soft">, drawn at most</span> <Traced number={budget.drawn} digits={1} />
    </p>
  )
}
