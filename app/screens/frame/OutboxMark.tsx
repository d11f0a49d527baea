import { Send } from 'lucide-react'
import { Popover } from '../../components/Popover'
import { StaleStates } from '../../components/StaleStates'
import { outboxKeeper } from '../../outbox/keeper'
import type { Outbox, Parcel } from '../../outbox/outbox'
import { useOutbox } from '../../outbox/useOutbox'

/** What the server has not taken yet, or would not take and no form is left to show. Nothing is shown while there is none. */
export function OutboxMark() {
  const outbox = useOutbox()
  if (outbox.parcels.length === 0) return null
  const says = wordsOf(outbox)
  const isCaution = outbox.isUnreachable || outbox.parcels.some(({ state }) => state === 'refused')
  return (
    <Popover
      label="What waits to be saved"
      trigger={
        <button className={`button ${isCaution ? 'text-caution' : 'button-quiet'}`}>
          <Send size={15} aria-hidden /> <span aria-live="polite">{says}</span>
        </button>
      }
    >
      {outbox.isUnreachable && (
        <p className="mb-2">
          The server does not answer. What waits is kept in this window and sent as soon as it does.
        </p>
      )}
      <ul className="space-y-2">
        {outbox.parcels.map((parcel) => (
          <Row key={parcel.id} parcel={parcel} />
        ))}
      </ul>
    </Popover>
  )
}

function wordsOf({ parcels, isUnreachable }: Outbox): string {
  const refused = parcels.filter(({ state }) => state === 'refused').length
  const waiting = parcels.length - refused
  if (refused > 0) return `${refused} not taken`
  return isUnreachable ? `${waiting} ${waiting === 1 ? 'waits' : 'wait'}` : 'Saving'
}

const STATE: Record<Parcel['state'], string> = {
  waits: 'waits',
  sent: 'on its way',
  taken: 'taken',
  refused: 'not taken',
}

function Row({ parcel }: { parcel: Parcel }) {
  const { id, label, state, answer } = parcel
  const problems = answer && !answer.ok ? answer.problems : []
  return (
    <li className="border-b border-line pb-2 last:border-0">
      <p className="flex items-baseline gap-2">
        <span className="min-w-0 flex-1">{label}</span>
        <span className="caption">{STATE[state]}</span>
      </p>
      {problems.map(({ message }) => (
        <p key={message} role="alert" className="text-caution">
          {message}
        </p>
      ))}
      <StaleStates problems={problems} />
      {(state === 'refused' || state === 'waits') && (
        <p className="mt-1 flex gap-2">
          {state === 'refused' && (
            <button className="button" onClick={() => outboxKeeper.tell({ kind: 'again', id })}>
              Send it again
            </button>
          )}
          <button className="button" onClick={() => outboxKeeper.tell({ kind: 'drop', id })}>
            {state === 'refused' ? 'Leave it' : 'Do not send it'}
          </button>
        </p>
      )}
    </li>
  )
}
