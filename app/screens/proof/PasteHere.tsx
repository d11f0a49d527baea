import { useState } from 'react'
import { decodedText, PASTED_PROGRAMS, readPasted } from '~/core/formats'
import { seenFrom, verdictOn } from '~/core/judge/proof'
import { Collapsible } from '../../components/Collapsible'
import { Problems } from '../../components/Problems'
import { useObserve } from '../../hooks/useObserve'
import { useSite } from '../../hooks/useSite'
import { useWho } from '../../hooks/useWho'

/** What another machine at this place printed: pasted, typed or dropped, shown with its verdict, then kept. */
export function PasteHere({ attachmentId }: { attachmentId: string }) {
  const { site } = useSite()
  const [who] = useWho()
  const [text, setText] = useState('')
  const { record, problems, busy } = useObserve(() => setText(''))
  const { programs, facts } = readPasted(text)
  const { seen, left } = seenFrom(site, attachmentId, facts)
  const first = text.split('\n').find((line) => line.trim() !== '')
  return (
    <Collapsible title="From another machine or a phone at this place" className="no-print">
      <div className="mt-2 space-y-2">
        <label className="block">
          <span className="caption">
            Paste or drop what one of these printed: {PASTED_PROGRAMS.join(', ')}. It is kept as coming from
            another program.
          </span>
          <textarea
            className="field figures h-32"
            aria-label="What another program printed"
            value={text}
            spellCheck={false}
            onChange={(event) => setText(event.target.value)}
            onDragOver={(event) => event.preventDefault()}
            onDrop={(event) => {
              event.preventDefault()
              const file = event.dataTransfer.files[0]
              if (file) void file.arrayBuffer().then((buffer) => setText(decodedText(new Uint8Array(buffer))))
            }}
          />
        </label>
        {first !== undefined && facts.length === 0 && (
          <p role="alert" className="text-caution">
            Nothing in it is known; it begins with “{first.trim().slice(0, 60)}”.
          </p>
        )}
        {facts.length > 0 && (
          <ul className="text-[0.95rem]" aria-label="What was understood">
            <li className="caption">From {programs.join(', ')}:</li>
            {seen.map((one, i) => {
              const { says, ok } = verdictOn(site, { seen: one, who: who ?? '' })
              return (
                <li key={i}>
                  {says}
                  {ok === false && <span className="font-semibold text-caution"> not as it must be</span>}
                </li>
              )
            })}
            {left.map((says) => (
              <li key={says} className="text-soft">
                Not kept: {says}.
              </li>
            ))}
          </ul>
        )}
        <Problems problems={problems} title="Not recorded. What you pasted is still here." />
        <button
          type="button"
          className="button"
          disabled={busy || seen.length === 0}
          onClick={() => record((who ?? '').trim() || 'somebody', '', seen, 'imported')}
        >
          Record {seen.length === 1 ? 'it' : `these ${seen.length}`}
        </button>
      </div>
    </Collapsible>
  )
}
