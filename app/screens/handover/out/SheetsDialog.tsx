import { useState } from 'react'
import { LABEL_KINDS, LABEL_SHEETS } from '~/core/record/labels'
import type { LabelKind } from '~/core/record/labels'
import { CheckInput, NumberInput, SelectInput } from '../../../components/inputs'
import { Dialog } from '../../../components/Dialog'
import { Problems } from '../../../components/Problems'
import { FormProblems } from '../../../components/Field'
import { useSite } from '../../../hooks/useSite'
import { useDownload } from './useDownload'

const KINDS = Object.entries(LABEL_KINDS).map(([value, label]) => ({ value, label }))
const SHEETS = Object.entries(LABEL_SHEETS).map(([value, { name }]) => ({ value, label: name }))

/** Labels for gear, cables and ports; cards to join by. */
export function SheetsDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      wide
      title="Labels and cards"
      says="Print them at 100 %, not fitted to the page: then each lies where it is meant to."
    >
      <div className="grid gap-8 md:grid-cols-2">
        <Labels />
        <Cards />
      </div>
    </Dialog>
  )
}

function Labels() {
  const { id } = useSite()
  const [kind, setKind] = useState<LabelKind>('devices')
  const [sheet, setSheet] = useState('a4-24')
  const [start, setStart] = useState<number | null>(1)
  const { fetchFile, busy, problems } = useDownload()
  const url = `/sites/${id}/record/labels?kind=${kind}&sheet=${sheet}&start=${start ?? ''}`
  return (
    <FormProblems value={problems}>
      <form
        className="space-y-3"
        aria-label="Labels"
        onSubmit={(event) => {
          event.preventDefault()
          void fetchFile(url)
        }}
      >
        <h3 className="font-semibold">Labels</h3>
        <SelectInput
          label="For"
          path="kind"
          value={kind}
          choices={KINDS}
          onChange={(value) => setKind((value ?? kind) as LabelKind)}
        />
        <SelectInput
          label="Sheet"
          path="sheet"
          value={sheet}
          choices={SHEETS}
          onChange={(value) => setSheet(value ?? sheet)}
        />
        <NumberInput
          label="First free label"
          path="start"
          value={start}
          onChange={setStart}
          hint="Row by row; more than 1 on a sheet that was begun."
        />
        <Problems problems={problems} title="Not written." />
        <p className="flex gap-2">
          <button className="button button-main" disabled={busy}>
            Labels as a PDF
          </button>
          <button
            type="button"
            className="button"
            disabled={busy}
            onClick={() => void fetchFile(`${url}&as=svg`)}
          >
            First sheet as SVG
          </button>
        </p>
      </form>
    </FormProblems>
  )
}

function Cards() {
  const { id } = useSite()
  const [withKeys, setWithKeys] = useState(false)
  const { fetchFile, busy, problems } = useDownload()
  return (
    <form
      className="space-y-3"
      aria-label="Cards"
      onSubmit={(event) => {
        event.preventDefault()
        void fetchFile(`/sites/${id}/record/cards?what=join${withKeys ? '&keys=included' : ''}`)
      }}
    >
      <h3 className="font-semibold">Cards</h3>
      <p>One for each SSID, with its flag and a code that a phone’s camera reads.</p>
      <CheckInput label="with keys, in letters and in the code" checked={withKeys} onChange={setWithKeys} />
      <p className={withKeys ? 'font-semibold text-caution' : 'caption'}>
        {withKeys
          ? 'Anyone who sees such a card can join. Keep them where you keep keys.'
          : 'Without keys a card has room to write one by hand.'}
      </p>
      <Problems problems={problems} title="Not written." />
      <p className="flex gap-2">
        <button className="button button-main" disabled={busy}>
          Join cards as a PDF
        </button>
        <button
          type="button"
          className="button"
          disabled={busy}
          onClick={() => void fetchFile(`/sites/${id}/record/cards?what=pages`)}
        >
          Cards of the devices’ pages
        </button>
      </p>
    </form>
  )
}
