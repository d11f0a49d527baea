import { memo } from 'react'
import { Maximize, Minus, Plus } from 'lucide-react'
import { READINGS } from '~/core/radio/coverage'
import type { Reading } from '~/core/radio/coverage'
import type { Band, Site } from '~/core/plan'
import { LevelSelect } from '../../components/LevelSelect'
import { InlineSelect } from '../../components/InlineSelect'
import { Switch } from '../../components/Switch'
import { ToolBar } from '../../components/ToolBar'
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
export const Toolbar = memo(function Toolbar(props: Props) {
  const { site, levelId, band, reading, tool, snapping, onSet, onTool, onSnapping, onZoom } = props
  const readings = Object.entries(READINGS) as [Reading, (typeof READINGS)[Reading]][]
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-2 gap-y-1.5">
      <LevelSelect site={site} levelId={levelId} onChange={(level) => onSet({ level })} />
      <InlineSelect
        label="Band"
        className="!w-28"
        value={band}
        onChange={(next) => onSet({ band: next })}
        choices={BANDS.map((one) => ({ value: one, label: `${one} GHz` }))}
      />
      <InlineSelect
        label="Reading"
        className="!w-28"
        value={reading}
        onChange={(next) => onSet({ read: next })}
        choices={readings.map(([value, { name }]) => ({ value, label: name }))}
      />
      <ToolBar
        label="Tools"
        tool={tool}
        onTool={onTool}
        tools={TOOLS.map(({ name, label, icon: Icon, key }) => ({
          value: name,
          label,
          tip: `${label} (${key})`,
          sign: <Icon size={16} aria-hidden />,
        }))}
        actions={ZOOMS.map(({ label, tip, factor, icon: Icon }) => ({
          label,
          tip,
          sign: <Icon size={16} aria-hidden />,
          onPress: () => onZoom(factor),
        }))}
      />
      <Switch label="Snap" checked={snapping} onChange={onSnapping} />
    </div>
  )
})

const BANDS: readonly Band[] = ['2.4', '5', '6']

const ZOOMS = [
  { label: 'Closer', tip: 'Closer (+)', factor: 1.4, icon: Plus },
  { label: 'Further', tip: 'Further (−)', factor: 1 / 1.4, icon: Minus },
  { label: 'The whole', tip: 'The whole (0)', factor: null, icon: Maximize },
]
