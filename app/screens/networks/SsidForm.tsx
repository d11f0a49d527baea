import { useRecordForm } from '../../forms/useRecordForm'
import { MOST_SSID_OCTETS, octetsOf, isOnAir } from '~/core/plan'
import type { Band, Ssid } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { Field } from '../../components/Field'
import { CheckInput, SelectInput, TextInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

const BANDS: Band[] = ['2.4', '5', '6']

interface Props {
  ssid: Ssid
  isNew: boolean
  onDone: () => void
}

export function SsidForm({ ssid, isNew, onDone }: Props) {
  const { site } = useSite()
  const { draft, set, form } = useRecordForm({
    collection: 'ssids',
    noun: 'SSID',
    record: ssid,
    isNew,
    onTaken: onDone,
  })
  const octets = octetsOf(draft.name)
  return (
    <EditForm {...form}>
      <TextInput
        label="Name (SSID)"
        path="name"
        value={draft.name}
        onChange={(name) => set({ name })}
        hint={`${octets} of ${MOST_SSID_OCTETS} octets. Upper and lower case count.`}
      />
      <SelectInput
        label="Network"
        path="networkId"
        value={draft.networkId}
        none="none"
        choices={site.networks.map(({ id, name, vlanId }) => ({
          value: id,
          label: `${name} (VLAN ${vlanId})`,
          vlanId,
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
      <Offered draft={draft} set={set} />
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
        label="Keep its clients apart from each other"
        checked={draft.isolated}
        onChange={(isolated) => set({ isolated })}
      />
      <CheckInput
        label="Hide the name (tidy for a bridge; no protection for clients)"
        checked={draft.hidden}
        onChange={(hidden) => set({ hidden })}
      />
      <CheckInput
        label="Only devices of a list (a layer; no lock)"
        checked={draft.macList !== null}
        onChange={(on) => set({ macList: on ? [] : null })}
      />
      {draft.macList !== null && (
        <MacListField list={draft.macList} onChange={(macList) => set({ macList })} />
      )}
    </EditForm>
  )
}

/** Hardware addresses, one below the other; typed, pasted, or read by a scanner that types. */
const MacListField = ({ list, onChange }: { list: string[]; onChange: (list: string[]) => void }) => (
  <Field label="Hardware addresses" path="macList" hint="One in each line, such as 02:00:5e:00:53:01.">
    {(ids) => (
      <textarea
        {...ids}
        className="field figures"
        rows={4}
        defaultValue={list.join('\n')}
        onChange={(event) =>
          onChange(
            event.target.value
              .toLowerCase()
              .split(/[\s,;]+/)
              .filter(Boolean),
          )
        }
      />
    )}
  </Field>
)

const toggle = <T,>(list: T[], item: T, on: boolean): T[] =>
  on ? [...list, item] : list.filter((other) => other !== item)

type Way = 'everyone' | 'groups' | 'chosen'

/** By every access point, by groups, or by single ones. */
function Offered({ draft, set }: { draft: Ssid; set: (part: Partial<Ssid>) => void }) {
  const { site } = useSite()
  const way: Way = draft.groupIds ? 'groups' : draft.accessPointIds === null ? 'everyone' : 'chosen'
  const boxes = site.devices.filter(isOnAir)
  const choose = (next: Way) =>
    set({
      groupIds: next === 'groups' ? site.groups.map(({ id }) => id) : null,
      accessPointIds: next === 'chosen' ? boxes.map(({ id }) => id) : null,
    })
  return (
    <fieldset>
      <legend className="text-[0.9rem] font-medium">Offered by</legend>
      <div className="flex flex-wrap gap-x-5">
        <CheckInput
          label="every access point"
          checked={way === 'everyone'}
          onChange={(on) => choose(on ? 'everyone' : 'chosen')}
        />
        {site.groups.length > 0 && (
          <CheckInput
            label="groups"
            checked={way === 'groups'}
            onChange={(on) => choose(on ? 'groups' : 'everyone')}
          />
        )}
      </div>
      <div className="max-h-56 overflow-y-auto">
        {way === 'groups' &&
          site.groups.map(({ id, name }) => (
            <CheckInput
              key={id}
              label={name}
              checked={draft.groupIds?.includes(id) ?? false}
              onChange={(on) => set({ groupIds: toggle(draft.groupIds ?? [], id, on) })}
            />
          ))}
        {way === 'chosen' &&
          boxes.map(({ id, name }) => (
            <CheckInput
              key={id}
              label={name}
              checked={draft.accessPointIds?.includes(id) ?? false}
              onChange={(on) => set({ accessPointIds: toggle(draft.accessPointIds ?? [], id, on) })}
            />
          ))}
      </div>
    </fieldset>
  )
}
