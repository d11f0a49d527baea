import { Plus } from 'lucide-react'
import { Fragment, useState } from 'react'
import type { ReactNode } from 'react'

interface Props<T> {
  title: string
  add: string
  records: readonly T[]
  /** A new record to begin with. */
  fresh: () => T
  children: (record: T, done: () => void) => ReactNode
}

/** A short list of records as buttons; the one that is pressed opens its form below. */
export function RecordChips<T extends { id: string; name: string }>({
  title,
  add,
  records,
  fresh,
  children,
}: Props<T>) {
  const [open, setOpen] = useState<T | null>(null)
  return (
    <section aria-label={title}>
      <h3 className="font-semibold">{title}</h3>
      <ul className="my-1 flex flex-wrap gap-2">
        {records.map((record) => (
          <li key={record.id}>
            <button className="button" aria-pressed={open?.id === record.id} onClick={() => setOpen(record)}>
              {record.name}
            </button>
          </li>
        ))}
        <li>
          <button className="button" onClick={() => setOpen(fresh())}>
            <Plus size={14} aria-hidden /> {add}
          </button>
        </li>
      </ul>
      {open && <Fragment key={open.id}>{children(open, () => setOpen(null))}</Fragment>}
    </section>
  )
}
