import { useState } from 'react'
import type { Change } from '~/core/guide/runbook'
import { Checkbox } from '../../components/Checkbox'
import { Dialog } from '../../components/Dialog'
import { TextInput } from '../../components/inputs'

interface Props {
  open: boolean
  changes: Change[]
  onClose: () => void
  onTaken: (changeIds: string[], note: string) => void
}

/** What really came of a step: it is taken in as what is there now, and the rest gets an order of its own. */
export function Otherwise({ open, changes, onClose, onTaken }: Props) {
  const [made, setMade] = useState<string[]>([])
  const [note, setNote] = useState('')
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="Something else happened"
      says="Tick what was set all the same. That is taken as what is there now; the rest gets a new order from it."
    >
      <div className="space-y-3">
        <div>
          {changes.map(({ id, what, becomes }) => (
            <Checkbox
              key={id}
              label={`${what}: ${becomes}`}
              checked={made.includes(id)}
              onChange={(on) => setMade(on ? [...made, id] : made.filter((other) => other !== id))}
            />
          ))}
        </div>
        <TextInput label="What was seen" path="note" value={note} onChange={setNote} />
        <button className="button button-main" onClick={() => onTaken(made, note)}>
          Take it in and work out the rest anew
        </button>
      </div>
    </Dialog>
  )
}
