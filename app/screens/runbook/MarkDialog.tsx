import { useState } from 'react'
import type { RevisionLine } from '~/store'
import { Dialog } from '../../components/Dialog'
import { RadioGroup } from '../../components/RadioGroup'
import { SelectInput } from '../../components/inputs'
import type { RunbookDo } from './useRunbookDo'

interface Props {
  /** mark: what is there · aim: where the runbook leads. */
  way: 'mark' | 'aim'
  revision: number
  revisions: RevisionLine[]
  isStaged: boolean
  doing: RunbookDo
  onClose: () => void
}

type What = 'revision' | 'cartons' | 'staged' | 'file'

/** What is there where it is not the plan as it is now; or an earlier plan that the runbook is to lead to. */
export function MarkDialog({ way, revision, revisions, isStaged, doing, onClose }: Props) {
  const [what, setWhat] = useState<What>('revision')
  const [chosen, setChosen] = useState(String(revision))
  const [file, setFile] = useState<File | null>(null)
  const finish = async () => {
    const text = file && what === 'file' ? await file.text() : null
    doing.ask(
      way === 'aim'
        ? { kind: 'aim', revision: Number(chosen) }
        : { kind: 'mark', what, revision: what === 'revision' ? Number(chosen) : null, file: text },
    )
    onClose()
  }
  const isMark = way === 'mark'
  return (
    <Dialog
      open
      onClose={onClose}
      title={isMark ? 'What is there now' : 'Where it is to lead'}
      says={
        isMark
          ? 'The runbook begins from it. One that is under way ends with this.'
          : 'The runbook leads to the plan as it was at that revision.'
      }
    >
      <div className="space-y-3">
        {isMark && (
          <RadioGroup
            label="It is"
            value={what}
            onChange={setWhat}
            choices={[
              { value: 'revision', label: 'the plan, as it was at a revision' },
              { value: 'cartons', label: 'nothing yet: everything is in its cartons' },
              ...(isStaged
                ? [{ value: 'staged' as const, label: 'what the rehearsal on the bench has set up' }]
                : []),
              { value: 'file', label: 'what a site file says' },
            ]}
          />
        )}
        {(!isMark || what === 'revision') && (
          <SelectInput
            label="Revision"
            path="revision"
            value={chosen}
            onChange={(next) => setChosen(next ?? String(revision))}
            choices={revisionChoices(revision, revisions)}
          />
        )}
        {isMark && what === 'file' && (
          <input
            type="file"
            aria-label="Site file"
            accept=".json,application/json"
            onChange={(event) => setFile(event.target.files?.[0] ?? null)}
          />
        )}
        <button
          className="button button-main"
          disabled={doing.busy || (isMark && what === 'file' && !file)}
          onClick={() => void finish()}
        >
          {isMark ? 'Begin from this' : 'Lead there'}
        </button>
      </div>
    </Dialog>
  )
}

/** Each with what made it; the first there was has no step of its own. */
function revisionChoices(revision: number, revisions: RevisionLine[]) {
  const lines = revisions.map((one) => ({
    value: String(one.revision),
    label: `${one.revision}: ${one.label}${one.revision === revision ? ' (now)' : ''}`,
  }))
  const first = revisions.at(-1)?.revision
  const before = first === undefined ? revision : first - 1
  return [
    ...lines,
    { value: String(before), label: `${before}${first === undefined ? ' (now)' : ': before that'}` },
  ]
}
