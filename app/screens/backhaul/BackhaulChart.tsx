import { Maximize2, Minus, Plus } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import type { Aftermath, Feed } from '~/core/radio/backhaul'
import type { Level, Point, Site } from '~/core/plan'
import { ChartPatterns, Ground, Structures } from '../ground/Land'
import { DeviceNames, PlacedDevices } from '../ground/PlacedDevices'
import { PlaceNames } from '../ground/Pieces'
import { groundBox } from '../ground/groundBox'
import { useView } from '../ground/useView'
import type { Size } from '../ground/useView'
import { FeedLines, wordsAlong } from './FeedLines'

interface Props {
  site: Site
  level: Level
  feeds: ReadonlyMap<string, Feed>
  aftermath: Aftermath | null
  /** Uplinks that never register, by device. */
  silent: Record<string, string>
  chosenId: string | null
  onChoose: (deviceId: string) => void
}

/** The ground with the tree over it. Drag or arrow keys pan, the wheel zooms, a device is chosen by click or key. */
export function BackhaulChart({ site, level, feeds, aftermath, silent, chosenId, onChoose }: Props) {
  const frame = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState<Size>({ width: 800, height: 420 })
  const view = useView(groundBox(site), size)
  const from = useRef<Point | null>(null)
  const zoom = useRef(view.zoom)
  useEffect(() => {
    zoom.current = view.zoom
  })
  useEffect(() => {
    const element = frame.current
    if (!element) return
    const observer = new ResizeObserver(() =>
      setSize({ width: element.clientWidth, height: element.clientHeight }),
    )
    observer.observe(element)
    const turn = (event: WheelEvent) => {
      event.preventDefault()
      const box = element.getBoundingClientRect()
      zoom.current(event.deltaY < 0 ? 1.15 : 1 / 1.15, [event.clientX - box.left, event.clientY - box.top])
    }
    element.addEventListener('wheel', turn, { passive: false })
    return () => {
      observer.disconnect()
      element.removeEventListener('wheel', turn)
    }
  }, [])
  const common = { site, level, view: view.view, size }
  const chosen = new Set(chosenId ? [chosenId] : [])
  const band = site.devices.find(({ id }) => id === chosenId)?.air?.band ?? '5'
  return (
    <div ref={frame} className="relative h-full overflow-hidden bg-sheet" data-backhaul-chart>
      <svg
        className="absolute inset-0 size-full touch-none focus-visible:outline-none"
        tabIndex={0}
        role="application"
        aria-label="Chart of how everything is fed. Arrow keys pan, plus and minus zoom; tab goes from device to device."
        onKeyDown={(event) => {
          const step: Partial<Record<string, Point>> = {
            ArrowLeft: [40, 0],
            ArrowRight: [-40, 0],
            ArrowUp: [0, 40],
            ArrowDown: [0, -40],
          }
          const move = step[event.key]
          if (move) view.pan(...move)
          else if (event.key === '+' || event.key === '=') view.zoom(1.25)
          else if (event.key === '-') view.zoom(0.8)
          else return
          event.preventDefault()
        }}
        onPointerDown={(event) => {
          const hit = (event.target as Element).closest('[data-placed]')?.getAttribute('data-placed')
          if (hit) return onChoose(hit)
          from.current = [event.clientX, event.clientY]
          event.currentTarget.setPointerCapture(event.pointerId)
        }}
        onPointerMove={(event) => {
          if (!from.current) return
          view.pan(event.clientX - from.current[0], event.clientY - from.current[1])
          from.current = [event.clientX, event.clientY]
        }}
        onPointerUp={() => (from.current = null)}
        onPointerCancel={() => (from.current = null)}
      >
        <ChartPatterns />
        <Ground {...common} />
        <Structures {...common} />
        <PlaceNames {...common} />
        <PlacedDevices {...common} band={band} chosen={chosen} onKey={onChoose} />
        <DeviceNames {...common} band={band} chosen={chosen} keepClear={wordsAlong(site, view.view, size)} />
        <FeedLines {...common} feeds={feeds} silent={silent} aftermath={aftermath} chosenId={chosenId} />
      </svg>
      <div className="absolute right-2 bottom-2 flex gap-1">
        {[
          { label: 'Nearer', icon: Plus, act: () => view.zoom(1.4) },
          { label: 'Further', icon: Minus, act: () => view.zoom(1 / 1.4) },
          { label: 'The whole ground', icon: Maximize2, act: () => view.whole() },
        ].map(({ label, icon: Icon, act }) => (
          <button key={label} className="button !min-h-0 !p-1" aria-label={label} title={label} onClick={act}>
            <Icon size={15} aria-hidden />
          </button>
        ))}
      </div>
    </div>
  )
}
