import type { ReactNode } from 'react'

/** The head of a stage: its name, what it is for in one line, and what can be done here. */
export function StageHead({ title, says, children }: { title: string; says: string; children?: ReactNode }) {
  return (
    <header className="mb-4 flex items-end justify-between gap-4 border-b border-ink pb-2 max-md:flex-wrap">
      <div>
        <h1>{title}</h1>
        <p className="text-soft">{says}</p>
      </div>
      {children && <div className="no-print flex shrink-0 gap-2 max-md:shrink">{children}</div>}
    </header>
  )
}
