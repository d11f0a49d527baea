import { Dialog } from '../../components/Dialog'
import { allKeys } from './frameKeys'

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Keys"
      says="They work everywhere but in a field you are typing in."
    >
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        {allKeys().map(({ keys, does }) => (
          <div key={keys} className="contents">
            <dt>
              <kbd className="figures border border-line bg-paper px-1.5 py-0.5">{keys}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  )
}
