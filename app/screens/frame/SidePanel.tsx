import { ScrollArea } from '../../components/ScrollArea'
import { X } from 'lucide-react'
import type { ReactNode } from 'react'
import { usePanel } from '../../hooks/usePanel'

/** A panel beside the stage, closed by its cross or, as the frame's keys have it, by escape. */
export function SidePanel({ title, children }: { title: string; children: ReactNode }) {
  const { set } = usePanel()
  const close = () => set({ panel: null })
  return (
    <aside
      aria-label={title}
      className="no-print flex shrink-0 flex-col border-l border-ink bg-sheet max-md:fixed max-md:inset-0 max-md:z-40 md:w-[350px]"
    >
      <div className="flex items-center justify-between border-b border-ink px-4 py-2">
        <h2>{title}</h2>
        <button className="button button-quiet" onClick={close} aria-label={`Close ${title}`}>
          <X size={17} aria-hidden />
        </button>
      </div>
      <ScrollArea label={`${title}, list`} className="min-h-0 flex-1">
        {children}
      </ScrollArea>
    </aside>
  )
}
