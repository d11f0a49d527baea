import type { Site } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { ChannelHelper } from './ChannelHelper'
import { PlacementHelper } from './PlacementHelper'

/** The helpers of this stage: each shows what it would do before it does it, and undo takes it back. */
export function HelperDialog({ site, open, onClose }: { site: Site; open: boolean; onClose: () => void }) {
  return (
    <Dialog
      wide
      open={open}
      onClose={onClose}
      title="Helpers"
      says="They work on the stored plan and change nothing until you say so."
    >
      <div className="space-y-6">
        <PlacementHelper site={site} onTaken={onClose} />
        <ChannelHelper site={site} onTaken={onClose} />
      </div>
    </Dialog>
  )
}
