import { nanoid } from 'nanoid'
import { useEffect, useState } from 'react'
import { Dialog } from '../../../components/Dialog'
import { Problems } from '../../../components/Problems'
import { Progress } from '../../../components/Progress'
import { SelectInput } from '../../../components/inputs'
import { useSite } from '../../../hooks/useSite'
import type { PaperProgress } from '../../../server/record/papers.server'
import { useDownload } from './useDownload'

const COPIES = [
  { value: 'installer', label: 'the installer: everything but keys' },
  { value: 'customer', label: 'the customer: plain words, no keys' },
]
const PAPERS = [
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
]

/** The record as a PDF: for whom, and on what paper. */
export function PdfDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { id } = useSite()
  const [copy, setCopy] = useState('installer')
  const [paper, setPaper] = useState('a4')
  const { fetchFile, busy, problems } = useDownload()
  const [job, setJob] = useState('')
  const progress = useProgress(id, busy ? job : '')
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title="The record as a PDF"
      says="With bookmarks and page numbers, its fonts inside. A large site takes some seconds."
    >
      <form
        className="space-y-4"
        onSubmit={(event) => {
          event.preventDefault()
          const mine = nanoid(10)
          setJob(mine)
          void fetchFile(`/sites/${id}/record.pdf?copy=${copy}&paper=${paper}&job=${mine}`).then(
            (ok) => ok && onClose(),
          )
        }}
      >
        <SelectInput
          label="Copy for"
          path="copy"
          value={copy}
          choices={COPIES}
          onChange={(value) => setCopy(value ?? copy)}
        />
        <SelectInput
          label="Paper"
          path="paper"
          value={paper}
          choices={PAPERS}
          onChange={(value) => setPaper(value ?? paper)}
        />
        {busy && (
          <p className="flex items-center gap-3">
            <Progress
              label="Writing the record"
              share={progress ? progress.done / Math.max(1, progress.of) : null}
            />
            <span className="text-soft">{progress?.what ?? 'begun'}</span>
          </p>
        )}
        <Problems problems={problems} title="Not written." />
        <button className="button button-main min-h-11" disabled={busy}>
          Write it
        </button>
      </form>
    </Dialog>
  )
}

const EVERY_MS = 400

/** How far the paper is, asked now and then while one waits. */
function useProgress(siteId: string, job: string): PaperProgress | null {
  const [progress, setProgress] = useState<PaperProgress | null>(null)
  useEffect(() => {
    if (job === '') return
    const timer = setInterval(() => {
      void fetch(`/sites/${siteId}/record/progress?job=${job}`)
        .then((answer) => answer.json())
        .then((said: { progress: PaperProgress | null }) => setProgress(said.progress))
        .catch(() => undefined)
    }, EVERY_MS)
    return () => clearInterval(timer)
  }, [siteId, job])
  return job === '' ? null : progress
}
