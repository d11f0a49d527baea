import { useState } from 'react'
import type { Level, Site } from '~/core/plan'
import { later } from '../../../components/later'

const WalkDialog = later(() => import('./WalkDialog').then((part) => part.WalkDialog))

/** A walk from a table of another program, read in a dialog of its own. */
export function WalkImport({ site, level }: { site: Site; level: Level }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <button className="button" onClick={() => setOpen(true)}>
        A walk as CSV
      </button>
      {open && <WalkDialog site={site} level={level} onClose={() => setOpen(false)} />}
    </>
  )
}
