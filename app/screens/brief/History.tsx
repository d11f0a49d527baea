import { format } from 'date-fns'
import type { HistoryEntry } from '~/store'

const STATE: Record<HistoryEntry['state'], string> = {
  done: '',
  undone: 'undone',
  dropped: 'undone, replaced',
}

export function History({ entries }: { entries: HistoryEntry[] }) {
  return (
    <section className="sheet p-4">
      <h2>Latest changes</h2>
      {entries.length === 0 && <p className="mt-1 text-soft">No change yet.</p>}
      <ol className="mt-2 space-y-1">
        {entries.map((entry) => (
          <li key={entry.id} className="flex gap-3">
            <time className="figures shrink-0 text-soft" dateTime={entry.at} suppressHydrationWarning>
              {format(entry.at, 'd MMM HH:mm')}
            </time>
            <span className={entry.state === 'done' ? '' : 'text-soft line-through'}>{entry.label}</span>
            <span className="caption">
              {[entry.who && `by ${entry.who}`, STATE[entry.state]].filter(Boolean).join(', ')}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
