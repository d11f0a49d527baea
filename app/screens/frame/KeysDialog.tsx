import { STAGES } from '~/core/guide/order'
import { Dialog } from '../../components/Dialog'

const KEYS: [string, string][] = [
  ['ctrl k', 'palette: everything that can be done, by name'],
  ['l', 'write a log line'],
  ['f', 'follow a frame'],
  ['n / p', 'next and previous finding'],
  ['ctrl z / ctrl shift z', 'undo and redo'],
  ['← →', 'from port to port on a strip'],
  ['esc', 'close the panel or dialog'],
  ['?', 'this list'],
]

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Keys"
      says="They work everywhere but in a field you are typing in."
    >
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        {[...KEYS, ...STAGES.map(({ key, name }): [string, string] => [`g ${key}`, `go to ${name}`])].map(
          ([keys, does]) => (
            <div key={keys} className="contents">
              <dt>
                <kbd className="figures border border-line bg-paper px-1.5 py-0.5">{keys}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ),
        )}
      </dl>
    </Dialog>
  )
}
