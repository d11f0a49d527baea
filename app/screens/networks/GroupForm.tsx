import { useRecordForm } from '../../forms/useRecordForm'
import { networkChoices } from '../../components/networkChoices'
import { accessPoints } from '~/core/plan'
import type { Edit, Group, Ssid } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { CheckInput, NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useDraft } from '../../hooks/useDraft'
import { useSite } from '../../hooks/useSite'

interface Props {
  group: Group
  isNew: boolean
  onDone: () => void
}

const toggled = <T,>(list: T[], item: T, on: boolean): T[] =>
  on ? [...list, item] : list.filter((other) => other !== item)

/** A group with its SSIDs: what each SSID knows of its groups is changed in the same step. */
export function GroupForm({ group, isNew, onDone }: Props) {
  const { site } = useSite()
  const [offered, setOffered] = useDraft<{ ids: string[] }>({
    ids: site.ssids.filter(({ groupIds }) => groupIds?.includes(group.id)).map(({ id }) => id),
  })
  const { draft, set, form } = useRecordForm({
    collection: 'groups',
    noun: 'group',
    record: group,
    isNew,
    also: ({ id }) => ssidEdits(site.ssids, id, offered.ids),
    onTaken: onDone,
  })
  return (
    <EditForm {...form}>
      <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
      <div className="grid gap-4 sm:grid-cols-2">
        <fieldset className="max-h-72 overflow-y-auto">
          <legend className="text-[0.9rem] font-medium">Access points</legend>
          {accessPoints(site).map(({ id, name }) => (
            <CheckInput
              key={id}
              label={name}
              checked={draft.accessPointIds.includes(id)}
              onChange={(on) => set({ accessPointIds: toggled(draft.accessPointIds, id, on) })}
            />
          ))}
        </fieldset>
        <fieldset>
          <legend className="text-[0.9rem] font-medium">SSIDs it offers</legend>
          {site.ssids.map(({ id, name }) => (
            <CheckInput
              key={id}
              label={name}
              checked={offered.ids.includes(id)}
              onChange={(on) => setOffered({ ids: toggled(offered.ids, id, on) })}
            />
          ))}
          <p className="caption mt-1">
            An SSID that names no group is offered by the access points chosen at the SSID itself.
          </p>
        </fieldset>
      </div>
      <fieldset className="space-y-2">
        <legend className="text-[0.9rem] font-medium">Wired jacks</legend>
        {draft.jacks.map((jack, i) => (
          <div key={i} className="grid grid-cols-[6rem_1fr_auto] items-end gap-3">
            <NumberInput
              label="Port"
              path={`jacks[${i}].port`}
              value={jack.port}
              min={1}
              onChange={(port) =>
                set({ jacks: draft.jacks.map((one, j) => (j === i ? { ...one, port: port ?? 0 } : one)) })
              }
            />
            <SelectInput
              label="Network"
              path={`jacks[${i}].networkId`}
              value={jack.networkId}
              choices={networkChoices(site)}
              onChange={(networkId) =>
                networkId &&
                set({ jacks: draft.jacks.map((one, j) => (j === i ? { ...one, networkId } : one)) })
              }
            />
            <button
              type="button"
              className="button"
              onClick={() => set({ jacks: draft.jacks.filter((_, j) => j !== i) })}
            >
              Take out
            </button>
          </div>
        ))}
        <button
          type="button"
          className="button"
          disabled={site.networks.length === 0}
          onClick={() =>
            site.networks[0] &&
            set({ jacks: [...draft.jacks, { port: 2 + draft.jacks.length, networkId: site.networks[0].id }] })
          }
        >
          Put a jack on a network
        </button>
      </fieldset>
    </EditForm>
  )
}

/** SSIDs that begin or cease to name the group. One that named none begins with this one. */
function ssidEdits(ssids: Ssid[], groupId: string, offered: string[]): Edit[] {
  return ssids.flatMap((ssid): Edit[] => {
    const has = ssid.groupIds?.includes(groupId) ?? false
    const should = offered.includes(ssid.id)
    if (has === should) return []
    const groupIds = toggled(ssid.groupIds ?? [], groupId, should)
    return [{ op: 'put', collection: 'ssids', record: { ...ssid, groupIds } }]
  })
}
