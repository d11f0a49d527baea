import { useState } from 'react'
import { needsPassphrase, passphraseProblem } from '~/core/site'
import type { AnyRecord, SecurityMode, SecurityProfile } from '~/core/site'
import { EditForm } from '../../components/EditForm'
import { CheckInput, SelectInput, TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import { MODE_NAME } from './modeNames'

const MODES = (Object.keys(MODE_NAME) as SecurityMode[]).map((value) => ({ value, label: MODE_NAME[value] }))

interface Props {
  profile: SecurityProfile
  isNew: boolean
  onDone: () => void
}

/** The key stays on the server: an untouched key field leaves it as it is. */
export function ProfileForm({ profile, isNew, onDone }: Props) {
  const { keysSet } = useSite()
  const [draft, set] = useDraft(profile)
  const [typed, setTyped] = useState<string | null>(null)
  const { edit, problems, busy } = usePlanEdit(onDone)
  const kept = typed === null && keysSet.includes(profile.id)
  const save = () => {
    const { passphrase: _masked, ...rest } = draft
    const record = (kept ? rest : { ...rest, passphrase: typed || null }) as AnyRecord
    edit(isNew ? `Add profile ${draft.name}` : `Change profile ${draft.name}`, [
      { op: 'put', collection: 'profiles', record },
    ])
  }
  return (
    <EditForm
      problems={problems}
      busy={busy}
      onSave={save}
      onRemove={
        isNew
          ? undefined
          : () =>
              edit(`Remove profile ${profile.name}`, [
                { op: 'remove', collection: 'profiles', id: profile.id },
              ])
      }
      removeLabel="Remove this profile"
    >
      <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
      <SelectInput
        label="Mode"
        path="mode"
        value={draft.mode}
        choices={MODES}
        onChange={(mode) => set({ mode: (mode ?? 'wpa2-aes') as SecurityMode })}
      />
      {needsPassphrase(draft.mode) && (
        <TextInput
          label="Key"
          path="passphrase"
          mono
          value={typed ?? ''}
          onChange={setTyped}
          placeholder={kept ? 'set; type to replace it' : '8 to 63 characters'}
          hint={
            kept
              ? 'The key stays as it is.'
              : (passphraseProblem(draft.mode, typed) ?? `${typed?.length ?? 0} characters: fits.`)
          }
        />
      )}
      <CheckInput label="WPS on" checked={draft.wps} onChange={(wps) => set({ wps })} />
      <CheckInput
        label="Default for new SSIDs"
        checked={draft.isDefault}
        onChange={(isDefault) => set({ isDefault })}
      />
    </EditForm>
  )
}
