import { ClipboardPaste } from 'lucide-react'
import { useState } from 'react'
import { readScanText, SCAN_PROGRAMS } from '~/core/formats'
import { Popover } from '../../../components/Popover'
import type { Listened } from './useListen'

/** What another machine's program printed of what it hears, pasted. */
export function PasteScan({ onRead }: { onRead: (list: Listened) => void }) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const [odd, setOdd] = useState<string | null>(null)
  const read = () => {
    const found = readScanText(text)
    if (!found) {
      const first = text
        .split('\n')
        .find((line) => line.trim() !== '')
        ?.trim()
        .slice(0, 60)
      setOdd(
        `Nothing heard was found in it${first ? `; it begins with “${first}”` : ''}. Accepted: what ${SCAN_PROGRAMS.join(', ')} print.`,
      )
      return
    }
    setOpen(false)
    setText('')
    setOdd(null)
    onRead({ scanId: null, from: found.program, heard: found.heard })
  }
  return (
    <Popover
      label="Paste what another program hears"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="button">
          <ClipboardPaste size={15} aria-hidden /> Paste a scan
        </button>
      }
    >
      <div className="w-80 space-y-2">
        <label className="block text-[0.9rem] font-medium">
          What {SCAN_PROGRAMS.join(', ')} printed
          <textarea
            className="field figures h-36"
            value={text}
            spellCheck={false}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        {odd && (
          <p role="alert" className="text-caution">
            {odd}
          </p>
        )}
        <button type="button" className="button button-main" onClick={read}>
          Read it
        </button>
      </div>
    </Popover>
  )
}
