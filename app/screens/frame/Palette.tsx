import { Dialog } from '../../components/Dialog'
import { later } from '../../components/later'

const PaletteList = later(() => import('./PaletteList').then((part) => part.PaletteList))

/** Everything that can be done, by name. */
export const Palette = ({ open, onClose }: { open: boolean; onClose: () => void }) => (
  <Dialog open={open} onClose={onClose} title="Palette" says="Type a few letters of what you want.">
    <PaletteList onClose={onClose} />
  </Dialog>
)
