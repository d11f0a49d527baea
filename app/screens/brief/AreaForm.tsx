import { useRecordForm } from '../../forms/useRecordForm'
import type { Area, AreaNeed } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { NumberInput, SelectInput, TextInput } from '../../components/inputs'
import { useSite } from '../../hooks/useSite'

interface Props {
  area: Area
  isNew: boolean
  onDone: () => void
}

export function AreaForm({ area, isNew, onDone }: Props) {
  const { site } = useSite()
  const { draft, set, form } = useRecordForm({
    collection: 'areas',
    noun: 'area',
    record: area,
    isNew,
    onTaken: onDone,
  })
  const setNeed = (index: number, part: Partial<AreaNeed>) =>
    set({ needs: draft.needs.map((need, i) => (i === index ? { ...need, ...part } : need)) })
  const unused = site.networks.find(({ id }) => !draft.needs.some(({ networkId }) => networkId === id))
  return (
    <EditForm {...form}>
      <TextInput label="Name" path="name" value={draft.name} onChange={(name) => set({ name })} />
      {draft.needs.map((need, i) => (
        <fieldset key={need.networkId} className="grid grid-cols-[2fr_1fr_1fr_auto] items-end gap-3">
          <legend className="sr-only">Need {i + 1}</legend>
          <SelectInput
            label="Network"
            path={`needs[${i}].networkId`}
            value={need.networkId}
            choices={site.networks
              .filter(
                ({ id }) => id === need.networkId || !draft.needs.some(({ networkId }) => networkId === id),
              )
              .map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(networkId) => networkId && setNeed(i, { networkId })}
          />
          <NumberInput
            label="Clients"
            path={`needs[${i}].clients`}
            value={need.clients}
            min={0}
            onChange={(clients) => setNeed(i, { clients: clients ?? 0 })}
          />
          <NumberInput
            label="Mbit/s each"
            path={`needs[${i}].rateMbps`}
            value={need.rateMbps}
            min={0}
            onChange={(rateMbps) => setNeed(i, { rateMbps: rateMbps ?? 0 })}
          />
          <button
            type="button"
            className="button"
            onClick={() => set({ needs: draft.needs.filter((_, j) => j !== i) })}
          >
            Take out
          </button>
        </fieldset>
      ))}
      <button
        type="button"
        className="button"
        disabled={!unused}
        onClick={() =>
          unused && set({ needs: [...draft.needs, { networkId: unused.id, clients: 1, rateMbps: 5 }] })
        }
      >
        Add a network to this area
      </button>
    </EditForm>
  )
}
