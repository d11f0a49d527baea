import { Maximize, Minus, Plus } from 'lucide-react'
import { READINGS } from '~/core/radio/coverage'
import type { Reading } from '~/core/radio/coverage'
import type { Band, Site } from '~/core/plan'
import { LevelSelect } from '../../components/LevelSelect'
import { TOOLS } from './tools'
import type { ToolName } from './tools'

interface Props {
  site: Site
  levelId: string
  band: Band
  reading: Reading
  tool: ToolName
  snapping: boolean
  onSet: (changes: Record<string, string | null>) => void
  onTool: (tool: ToolName) => void
  onSnapping: (on: boolean) => void
  onZoom: (factor: number | null) => void
}

/** What the chart shows, and what the pointer does. */
export function Toolbar(props: Props) {
  const { site, levelId, band, reading, tool, snapping, onSet, onTool, onSnapping, onZoom } = props
  const readings = Object.entries(READINGS) as [Reading, (typeof READINGS)[Reading]][]
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-2.5 gap-y-1.5">
      <LevelSelect site={site} levelId={levelId} onChange={(level) => onSet({ level })} />
      <label className="flex items-center gap-1.5">
        <span className="text-soft">Band</span>
        <select
          className="field !w-auto"
          value={band}
          onChange={(event) => onSet({ band: event.target.value })}
        >
          {(['2.4', '5', '6'] as const).map((one) => (
            <option key={one} value={one}>
              {one} GHz
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-1.5">
        <span className="text-soft">Reading</span>
        <select
          className="field !w-40"
          value={reading}
          onChange={(event) => onSet({ read: event.target.value })}
        >
          {readings.map(([key, { name }]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <div role="toolbar" aria-label="Tools" className="flex">
        {TOOLS.map(({ name, label, icon: Icon, key }) => (
          <button
            key={name}
            className={`button -ml-px !px-2 ${tool === name ? 'button-main' : ''}`}
            aria-pressed={tool === name}
            aria-label={label}
            title={`${label} (${key})`}
            onClick={() => onTool(name)}
          >
            <Icon size={16} aria-hidden />
          </button>
        ))}
      </div>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="size-4 accent-[var(--ink)]"
          checked={snapping}
          onChange={(event) => onSnapping(event.target.checked)}
        />
        Snap
      </label>
      <div className="flex">
        <button
          className="button -ml-px !px-2"
          aria-label="Closer"
          title="Closer (+)"
          onClick={() => onZoom(1.4)}
        >
          <Plus size={16} aria-hidden />
        </button>
        <button
          className="button -ml-px !px-2"
          aria-label="Further"
          title="Further (−)"
          onClick={() => onZoom(1 / 1.4)}
        >
          <Minus size={16} aria-hidden />
        </button>
        <button
          className="button -ml-px !px-2"
          aria-label="The whole"
          title="The whole (0)"
          onClick={() => onZoom(null)}
        >
          <Maximize size={16} aria-hidden />
        </button>
      </div>
    </div>
  )
}
