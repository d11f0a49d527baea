import { useEffect, useState } from 'react'
import { useFetcher } from 'react-router'
import { controllers, newDevice, typesAtHand } from '~/core/plan'
import type { DeviceType, Edit } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { SelectInput, TextInput } from '../../components/inputs'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'

/** A device of one of the site's types, of those kept for every site, or of one of the usual types, which then joins the site. */
export function AddDevice({ onDone }: { onDone: (id: string) => void }) {
  const { id: siteId, site } = useSite()
  const library = useFetcher<{ types: DeviceType[] }>()
  const { load } = library
  useEffect(() => void load(`/sites/${siteId}/library`), [load, siteId])
  const [id] = useState(newId)
  const [name, setName] = useState('')
  const [place, setPlace] = useState('')
  const [typeId, setTypeId] = useState<string | null>(null)
  const { edit, problems, busy } = usePlanEdit(() => onDone(id))
  const types = typesAtHand(site, library.data?.types)
  const type = types.find((candidate) => candidate.id === typeId) ?? types[0]
  const save = () => {
    if (!type) return
    const gear = site.networks.find(({ purpose }) => purpose === 'management')
    const fresh = newDevice(id, name, type, gear?.vlanId)
    const controllerId = controllers(site)[0]?.id ?? null
    const record = {
      ...fresh,
      place,
      adoption: fresh.adoption && { ...fresh.adoption, controllerId },
      management: { ...fresh.management, networkId: gear?.id ?? null },
    }
    const typeEdit: Edit[] = site.deviceTypes.some((own) => own.id === type.id)
      ? []
      : [{ op: 'put', collection: 'deviceTypes', record: type }]
    edit(`Add ${name}`, [...typeEdit, { op: 'put', collection: 'devices', record }])
  }
  return (
    <EditForm problems={problems} busy={busy} onSave={save} saveLabel="Add it">
      <SelectInput
        label="What it is"
        path="typeId"
        value={type?.id ?? null}
        choices={types.map(({ id: value, name: label }) => ({ value, label }))}
        onChange={setTypeId}
      />
      <TextInput
        label="Name"
        path="name"
        value={name}
        onChange={setName}
        placeholder="what it is called on site"
      />
      <TextInput
        label="Place"
        path="place"
        value={place}
        onChange={setPlace}
        placeholder="building, room, wall or ceiling"
      />
    </EditForm>
  )
}
