import { useEditForm } from '../../forms/useEditForm'
import { useState } from 'react'
import {
  EAP_METHODS,
  isEnterprise,
  KEPT_SECRET,
  METHOD_NAME,
  needsPassphrase,
  newKey,
  NEW_RADIUS_TARGET,
  passphraseProblem,
  spelled,
} from '~/core/plan'
import type { AnyRecord, EapMethod, RadiusTarget, SecurityMode, SecurityProfile } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { browserChance } from '../../hooks/browserChance'
import { useSite } from '../../hooks/useSite'
import { MODE_NAME } from '~/core/plan'

const MODES = (Object.keys(MODE_NAME) as SecurityMode[]).map((value) => ({ value, label: MODE_NAME[value] }))

const METHODS = EAP_METHODS.map((value) => ({
  value,
  label: METHOD_NAME[value],
}))

interface Props {
  profile: SecurityProfile
  isNew: boolean
  onDone: () => void
}

/** The key stays on the server: an untouched key field leaves it as it is. */
export function ProfileForm({ profile, isNew, onDone }: Props) {
  const { keysSet } = useSite()
  const [typed, setTyped] = useState<string | null>(null)
  const [made, setMade] = useState<string | null>(null)
  const kept = typed === null && keysSet.includes(profile.id)
  const { draft, set, form } = useEditForm<SecurityProfile>({
    initial: profile,
    label: ({ name }) => (isNew ? `Add profile ${name}` : `Change profile ${name}`),
    edits: ({ passphrase: _masked, ...rest }) => {
      const record = (kept ? rest : { ...rest, passphrase: typed || null }) as AnyRecord
      return [{ op: 'put', collection: 'profiles', record }]
    },
    remove: isNew
      ? undefined
      : {
          label: `Remove profile ${profile.name}`,
          button: 'Remove this profile',
          edits: [{ op: 'remove', collection: 'profiles', id: profile.id }],
        },
    onTaken: onDone,
  })
  return (
    <EditForm {...form}>
      <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
      <SelectInput
        label="Mode"
        path="mode"
        value={draft.mode}
        choices={MODES}
        onChange={(mode) => set({ mode: (mode ?? 'wpa2-aes') as SecurityMode })}
      />
      {needsPassphrase(draft.mode) && (
        <div className="grid grid-cols-[1fr_auto] items-start gap-2">
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
                : (passphraseProblem(draft.mode, typed) ??
                  (typed === made
                    ? `Read it out: ${spelled(typed ?? '')}.`
                    : `${typed?.length ?? 0} characters: fits.`))
            }
          />
          <button
            type="button"
            className="button mt-[1.45rem]"
            onClick={() => {
              const key = newKey(browserChance)
              setMade(key)
              setTyped(key)
            }}
          >
            Make one
          </button>
        </div>
      )}
      {isEnterprise(draft) && <RadiusFields radius={draft.radius} onChange={(radius) => set({ radius })} />}
      <CheckInput label="WPS on" checked={draft.wps} onChange={(wps) => set({ wps })} />
      <CheckInput
        label="Default for new SSIDs"
        checked={draft.isDefault}
        onChange={(isDefault) => set({ isDefault })}
      />
    </EditForm>
  )
}

/** Whom the authenticator asks. A secret that is set stays on the server until it is typed anew. */
function RadiusFields({
  radius,
  onChange,
}: {
  radius: RadiusTarget | null
  onChange: (radius: RadiusTarget) => void
}) {
  const { site } = useSite()
  const target = radius ?? NEW_RADIUS_TARGET
  const set = (part: Partial<RadiusTarget>) => onChange({ ...target, ...part })
  const kept = target.secret === KEPT_SECRET
  return (
    <fieldset className="grid gap-3 border border-line p-3 sm:grid-cols-2">
      <legend className="px-1 text-[0.9rem] font-medium">Login server (RADIUS)</legend>
      <SelectInput
        label="Server"
        path="radius.serverId"
        value={target.serverId}
        none="none"
        choices={site.devices
          .filter(({ radius: serves }) => serves !== null)
          .map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(serverId) => set({ serverId })}
      />
      <NumberInput
        label="Port"
        path="radius.port"
        value={target.port}
        min={1}
        max={65535}
        onChange={(port) => set({ port: port ?? 0 })}
        hint="1812; some old servers listen on 1645. Both ends must agree."
      />
      <TextInput
        label="Shared secret"
        path="radius.secret"
        mono
        value={kept ? '' : (target.secret ?? '')}
        placeholder={kept ? 'set; type to replace it' : 'the same as at the server'}
        onChange={(secret) => set({ secret: secret || null })}
      />
      <SelectInput
        label="Who asks"
        path="radius.authenticator"
        value={target.authenticator}
        choices={[
          { value: 'accessPoint', label: 'each access point' },
          { value: 'controller', label: 'the controller' },
        ]}
        onChange={(who) => set({ authenticator: who === 'controller' ? 'controller' : 'accessPoint' })}
      />
      <SelectInput
        label="Clients prove themselves by"
        path="radius.method"
        value={target.method}
        choices={METHODS}
        onChange={(method) => set({ method: (method ?? 'peap') as EapMethod })}
        hint="What is set on people’s devices. The server has to offer it."
      />
      <div>
        <TextInput
          label="Clients trust certificates of"
          path="radius.trusts"
          value={target.trusts ?? ''}
          placeholder="the site’s own authority"
          onChange={(trusts) => set({ trusts })}
        />
        <CheckInput
          label="They take any certificate"
          checked={target.trusts === null}
          onChange={(any) => set({ trusts: any ? null : '' })}
        />
      </div>
    </fieldset>
  )
}
