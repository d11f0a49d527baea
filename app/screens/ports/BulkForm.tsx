import { RadioGroup } from '../../components/RadioGroup'
import { useState } from 'react'
import { bulkEdits, portName } from '~/core/plan'
import type { BulkChange } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Flag } from '../../components/Flag'
import { SelectInput } from '../../components/inputs'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSelectedPorts } from '../../hooks/useSelectedPorts'
import { useSite } from '../../hooks/useSite'

type Tagging = 'leave' | 'add' | 'remove'

/** One change to all chosen ports. What is left as it is stays as it is. */
const TAGGING = [
  { value: 'leave', label: 'leave' },
  { value: 'add', label: 'add' },
  { value: 'remove', label: 'take out' },
] as const

export function BulkForm() {
  const { site } = useSite()
  const { ends, clear } = useSelectedPorts()
  const { edit, problems, busy } = usePlanEdit(undefined, 'draft')
  const [mode, setMode] = useState<string | null>(null)
  const [native, setNative] = useState<string | null>(null)
  const [poe, setPoe] = useState<string | null>(null)
  const [tagging, setTagging] = useState<Record<number, Tagging>>({})
  const chosen = (wanted: Tagging) =>
    site.networks.map(({ vlanId }) => vlanId).filter((vlanId) => tagging[vlanId] === wanted)
  const change: BulkChange = {
    ...(mode === 'access' || mode === 'trunk' ? { mode } : {}),
    ...(native === null ? {} : { nativeVlan: native === 'none' ? null : Number(native) }),
    ...(poe === null ? {} : { poe: poe === 'on' }),
    addTagged: chosen('add'),
    removeTagged: chosen('remove'),
  }
  const edits = bulkEdits(site, ends, change)
  const names = ends.map((end) => portName(site, end))
  return (
    <section className="sheet self-start p-4" aria-label="Change many ports">
      <h2>{ends.length} ports chosen</h2>
      <p className="caption mb-2">{names.join(', ')}</p>
      <EditForm
        problems={problems}
        busy={busy || edits.length === 0}
        saveLabel={edits.length === 0 ? 'Nothing to change yet' : `Change ${edits.length} ports`}
        onSave={() => edit(`Change ${edits.length} ports at once`, edits)}
        onRemove={clear}
        removeLabel="Let them go"
      >
        <div className="grid gap-3 sm:grid-cols-3">
          <SelectInput
            label="Kind"
            path="mode"
            value={mode}
            none="leave as it is"
            choices={[
              { value: 'access', label: 'access' },
              { value: 'trunk', label: 'trunk' },
            ]}
            onChange={setMode}
          />
          <SelectInput
            label="Native VLAN"
            path="nativeVlan"
            value={native}
            none="leave as it is"
            choices={[
              ...site.networks.map(({ vlanId, name }) => ({
                value: String(vlanId),
                label: `${vlanId} ${name}`,
              })),
              { value: 'none', label: 'none: drop untagged frames' },
            ]}
            onChange={setNative}
          />
          <SelectInput
            label="PoE"
            path="poe"
            value={poe}
            none="leave as it is"
            choices={[
              { value: 'on', label: 'on' },
              { value: 'off', label: 'off' },
            ]}
            onChange={setPoe}
          />
        </div>
        <fieldset>
          <legend className="text-[0.9rem] font-medium">Tagged VLANs</legend>
          {site.networks.map(({ vlanId, name }) => (
            <div key={vlanId} className="flex items-center justify-between gap-3 border-b border-line py-0.5">
              <Flag vlanId={vlanId} label={`${vlanId} ${name}`} />
              <RadioGroup
                label={`VLAN ${vlanId} ${name}`}
                value={tagging[vlanId] ?? 'leave'}
                onChange={(value) => setTagging({ ...tagging, [vlanId]: value })}
                choices={TAGGING}
              />
            </div>
          ))}
        </fieldset>
      </EditForm>
    </section>
  )
}
