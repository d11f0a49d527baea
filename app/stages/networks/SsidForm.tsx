import { accessPoints } from '~/core/site'
import type { Band, Ssid } from '~/core/site'
import { EditForm } from '../../components/EditForm'
import { CheckInput, SelectInput, TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'

const BANDS: Band[] = ['2.4', '5', '6']

interface Props {
  ssid: Ssid
  isNew: boolean
  onDone: () => void
}

export function SsidForm({ ssid, isNew, onDone }: Props) {
  const { site } = useSite()
  const [draft, set] = useDraft(ssid)
  const { edit, problems, busy } = usePlanEdit(onDone)
  const octets = new TextEncoder().encode(draft.name).length
  const toggle = <T,>(list: T[], item: T, on: boolean): T[] =>
    on ? [...list, item] : list.filter((other) => other !== item)
  return (
    <EditForm
      problems={problems}
      busy={busy}
      onSave={() =>
        edit(isNew ? `Add SSID ${draft.name}` : `Change SSID ${draft.name}`, [
          { op: 'put', collection: 'ssids', record: draft },
        ])
      }
      onRemove={
        isNew
          ? undefined
          : () => edit(`Remove SSID ${ssid.name}`, [{ op: 'remove', collection: 'ssids', id: ssid.id }])
      }
      removeLabel="Remove this SSID"
    >
      <TextInput
        label="Name (SSID)"
        path="name"
        value={draft.name}
        onChange={(name) => set({ name })}
        hint={`${octets} of 32 octets. Upper and lower case count.`}
      />
      <SelectInput
        label="Network"
        path="networkId"
        value={draft.networkId}
        none="none"
        choices={site.networks.map(({ id, name, vlanId }) => ({
          value: id,
          label: `${name} (VLAN ${vlanId})`,
        }))}
        onChange={(networkId) => set({ networkId })}
      />
      <SelectInput
        label="Security profile"
        path="profileId"
        value={draft.profileId}
        none="none"
        choices={site.profiles.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(profileId) => set({ profileId })}
      />
      <fieldset>
        <legend className="text-[0.9rem] font-medium">Bands</legend>
        <div className="flex gap-5">
          {BANDS.map((band) => (
            <CheckInput
              key={band}
              label={`${band} GHz`}
              checked={draft.bands.includes(band)}
              onChange={(on) => set({ bands: toggle(draft.bands, band, on) })}
            />
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="text-[0.9rem] font-medium">Offered by</legend>
        <CheckInput
          label="every access point"
          checked={draft.accessPointIds === null}
          onChange={(on) => set({ accessPointIds: on ? null : accessPoints(site).map(({ id }) => id) })}
        />
        {draft.accessPointIds !== null &&
          accessPoints(site).map(({ id, name }) => (
            <CheckInput
              key={id}
              label={name}
              checked={draft.accessPointIds?.includes(id) ?? false}
              onChange={(on) => set({ accessPointIds: toggle(draft.accessPointIds ?? [], id, on) })}
            />
          ))}
      </fieldset>
      <SelectInput
        label="On the air"
        path="schedule"
        value={draft.schedule}
        choices={[
          { value: 'always', label: 'always' },
          { value: 'whenWanted', label: 'only when wanted' },
        ]}
        onChange={(schedule) => set({ schedule: schedule === 'whenWanted' ? 'whenWanted' : 'always' })}
      />
      <CheckInput
        label="Hide the name (tidy for a bridge; no protection for clients)"
        checked={draft.hidden}
        onChange={(hidden) => set({ hidden })}
      />
    </EditForm>
  )
}
