import { format } from 'date-fns'
import { useRef, useState } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { usePost } from '../../outbox/usePost'
import { useSite } from '../../hooks/useSite'
import { useIsHydrated } from '../../hooks/useIsHydrated'

/** One line to write down what was seen, stamped and filed under the device on screen. `l` goes there. */
export function LogLine() {
  const { site, log } = useSite()
  const [text, setText] = useState('')
  const ready = useIsHydrated()
  const stage = useLocation().pathname.split('/')[3] ?? 'brief'
  const [search] = useSearchParams()
  const device = site.devices.find((candidate) => candidate.id === search.get('device'))
  const last = log[0]
  const sent = useRef('')
  const { post, problems, busy } = usePost('log', () => setText((now) => (now === sent.current ? '' : now)))
  const send = (event: React.FormEvent) => {
    event.preventDefault()
    if (text.trim() === '') return
    sent.current = text
    const line = { stage, deviceId: device?.id ?? null, text: text.trim() }
    post({ label: `Log: ${line.text}`, body: line })
  }
  const problem = problems[0]?.message
  return (
    <form
      onSubmit={send}
      className="no-print flex items-center gap-3 border-t border-ink bg-sheet px-3 py-1.5"
    >
      <label htmlFor="log-line" className="shrink-0 font-medium">
        Log
      </label>
      <input
        id="log-line"
        className="field max-w-md flex-1"
        value={text}
        maxLength={500}
        autoComplete="off"
        placeholder={device ? `about ${device.name}` : 'what you see or did'}
        onChange={(event) => setText(event.target.value)}
      />
      <button className="button" disabled={busy || text.trim() === ''}>
        File it
      </button>
      <p aria-live="polite" className="caption min-w-0 flex-1 truncate max-md:hidden">
        {problem ??
          (last ? `${ready ? format(last.at, 'HH:mm') : ''} ${last.text}` : 'Nothing in the log yet.')}
      </p>
    </form>
  )
}
