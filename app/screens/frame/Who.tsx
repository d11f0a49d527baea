import { UserRound } from 'lucide-react'
import { useState } from 'react'
import { Popover } from '../../components/Popover'
import { TextInput } from '../../components/inputs'
import { useWho } from '../../hooks/useWho'

/** Who is at work in this browser: changes, log lines and what is seen are filed under it. */
export function WhoMark() {
  const [who] = useWho()
  const [open, setOpen] = useState(false)
  const says = who ? `You are ${who}` : 'Say who you are'
  return (
    <Popover
      label="Who is at work"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button className="button button-quiet" aria-label={says} title={says}>
          <UserRound size={17} aria-hidden />
          {who && <span className="max-w-28 truncate max-lg:sr-only">{who}</span>}
        </button>
      }
    >
      <WhoForm onDone={() => setOpen(false)} />
    </Popover>
  )
}

/** Asked once per browser, above the page. It can be put off, and changed later. */
export function WhoQuestion() {
  const [who, setWho] = useWho()
  if (who !== null) return null
  return (
    <section
      aria-label="Who is at work"
      className="no-print flex flex-wrap items-end gap-3 border-b border-ink bg-sheet px-5 py-2"
    >
      <WhoForm onDone={() => undefined} />
      <button className="button button-quiet" onClick={() => setWho('')}>
        Not now
      </button>
    </section>
  )
}

function WhoForm({ onDone }: { onDone: () => void }) {
  const [who, setWho] = useWho()
  const [name, setName] = useState(who ?? '')
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        setWho(name.trim())
        onDone()
      }}
    >
      <TextInput
        label="Who is at work? Changes and log lines are filed under it."
        path="who"
        value={name}
        onChange={setName}
        placeholder="name"
      />
      <button className="button button-main">That is me</button>
    </form>
  )
}
