import { format } from 'date-fns'
import { useEffect, useRef, useState } from 'react'
import { useFetcher, useLocation, useSearchParams } from 'react-router'
import { useSite } from '../../hooks/useSite'
import { useIsHydrated } from '../../hooks/useIsHydrated'

type Answer = { ok: true } | { ok: false; problems: { message: string }[] }

/** One line to write down what was seen, stamped and filed under the device on screen. `l` goes there. */
export function LogLine() {
  const { id, site, log } = useSite()
  const fetcher = useFetcher<Answer>()
  const [text, setText] = useState('')
  const sent = useRef('')
  const ready = useIsHydrated()
  const stage = useLocation().pathname.split('/')[3] ?? 'brief'
  const [search] = useSearchParams()
  const device = site.devices.find((candidate) => candidate.id === search.get('device'))
  const last = log[0]
  const answer = fetcher.data
  useEffect(() => {
    if (fetcher.state === 'idle' && answer?.ok) setText((now) => (now === sent.current ? '' : now))
  }, [fetcher.state, answer])

  const send = (event: React.FormEvent) => {
    event.preventDefault()
    if (text.trim() === '') return
    sent.current = text
    void fetcher.submit(JSON.stringify({ stage, deviceId: device?.id ?? null, text: text.trim() }), {
      method: 'post',
      action: `/sites/${id}/log`,
      encType: 'application/json',
    })
  }
  const problem = answer && !answer.ok ? answer.problems[0]?.message : null
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
      <button className="button" disabled={fetcher.state !== 'idle' || text.trim() === ''}>
        File it
      </button>
      <p aria-live="polite" className="caption min-w-0 flex-1 truncate max-md:hidden">
        {problem ??
          (last ? `${ready ? format(last.at, 'HH:mm') : ''} ${last.text}` : 'Nothing in the log yet.')}
      </p>
    </form>
  )
}
