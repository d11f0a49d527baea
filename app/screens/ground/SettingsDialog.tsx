import type { Site } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { AntennaForm, newAntenna } from './AntennaForm'
import { LevelForm, newLevel } from './LevelForm'
import { CalculationSettings } from './CalculationSettings'
import { RecordChips } from './RecordChips'

/** How the chart is worked out, the levels, and the antennas. */
export function SettingsDialog({ site, open, onClose }: { site: Site; open: boolean; onClose: () => void }) {
  return (
    <Dialog
      wide
      open={open}
      onClose={onClose}
      title="Settings of the ground"
      says="They belong to this site."
    >
      <div className="grid gap-8 md:grid-cols-2">
        <CalculationSettings key={JSON.stringify(site.ground)} site={site} />
        <div className="space-y-6">
          <RecordChips title="Levels" add="Add a level" records={site.levels} fresh={() => newLevel(site)}>
            {(level, done) => <LevelForm site={site} level={level} onDone={done} />}
          </RecordChips>
          <RecordChips title="Antennas" add="Add an antenna" records={site.antennas} fresh={newAntenna}>
            {(antenna, done) => <AntennaForm site={site} antenna={antenna} onDone={done} />}
          </RecordChips>
        </div>
      </div>
    </Dialog>
  )
}
