import { recordKey } from '../../forms/recordKey'
import { FileDown, Plus } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useFetcher } from 'react-router'
import { KINDS, RECORD_DEFAULTS } from '~/core/plan'
import type { DeviceType } from '~/core/plan'
import type { Problem } from '~/core/lib/outcome'
import { Dialog } from '../../components/Dialog'
import { Problems } from '../../components/Problems'
import { newId } from '../../hooks/newId'
import { usePanel } from '../../hooks/usePanel'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import { TypeForm } from './TypeForm'

/** The device types of this site, and those that are kept for every site. */
export function TypesDialog() {
  const { search, set } = usePanel()
  const { site } = useSite()
  const [fresh, setFresh] = useState<DeviceType | null>(null)
  const open = search.has('types')
  const chosenId = search.get('types')
  const chosen = fresh ?? site.deviceTypes.find(({ id }) => id === chosenId)
  const back = () => {
    setFresh(null)
    set({ types: '' })
  }
  return (
    <Dialog
      wide
      open={open}
      onClose={() => {
        setFresh(null)
        set({ types: null })
      }}
      title={chosen ? chosen.name || 'A new device type' : 'Device types'}
      says="What a device is before anybody has set it: its sockets, its power, and what lies in its carton."
    >
      {chosen ? (
        <>
          <button className="button mb-3" onClick={back}>
            All device types
          </button>
          <TypeForm key={recordKey(chosen)} type={chosen} isNew={fresh !== null} onDone={back} />
        </>
      ) : (
        <Lists onEdit={(id) => set({ types: id })} onNew={() => setFresh(newType())} />
      )}
    </Dialog>
  )
}

const newType = (): DeviceType => ({
  ...(RECORD_DEFAULTS.deviceTypes as DeviceType),
  id: newId(),
  name: '',
  kind: 'accessPoint',
})

interface Library {
  types: DeviceType[]
}

function Lists({ onEdit, onNew }: { onEdit: (id: string) => void; onNew: () => void }) {
  const { id: siteId, site } = useSite()
  const library = useFetcher<Library>()
  const deed = useFetcher<{ ok: boolean; kept?: number; problems?: Problem[] }>()
  const { edit, problems } = usePlanEdit()
  const { load } = library
  const isDone = deed.state === 'idle'
  useEffect(() => {
    if (isDone) void load(`/sites/${siteId}/library`)
  }, [load, siteId, isDone])
  const act = (fields: Record<string, string>) =>
    void deed.submit(fields, { method: 'post', action: `/sites/${siteId}/library` })
  const own = library.data?.types ?? []
  return (
    <div className="space-y-4">
      <Problems problems={problems ?? deed.data?.problems} />
      <section aria-label="Types of this site">
        <div className="flex flex-wrap items-center gap-2">
          <h3 className="flex-1 font-medium">In this site</h3>
          <a className="button" href="../library.csv?of=site">
            <FileDown size={15} aria-hidden /> Save as CSV
          </a>
          <button className="button" onClick={onNew}>
            <Plus size={15} aria-hidden /> A new type
          </button>
        </div>
        <Table
          types={site.deviceTypes}
          empty="The site has no device types yet."
          deeds={(type) => [
            ['Change', () => onEdit(type.id)],
            ['Keep for every site', () => act({ intent: 'keep', typeId: type.id })],
          ]}
        />
      </section>
      <section aria-label="Types kept for every site">
        <div className="flex flex-wrap items-center gap-2">
          <h3 className="flex-1 font-medium">Kept for every site</h3>
          <a className="button" href="../library.csv?of=library">
            <FileDown size={15} aria-hidden /> Save as CSV
          </a>
          <deed.Form
            method="post"
            action={`/sites/${siteId}/library`}
            encType="multipart/form-data"
            className="flex items-center gap-2"
          >
            <input type="hidden" name="intent" value="import" />
            <label className="caption" htmlFor="types-file">
              CSV or site file
            </label>
            <input
              id="types-file"
              type="file"
              name="file"
              accept=".csv,.json,text/csv,application/json"
              required
            />
            <button className="button">Take it in</button>
          </deed.Form>
        </div>
        {deed.data?.kept ? <p role="status">{deed.data.kept} device types are kept.</p> : null}
        <Table
          types={own}
          empty="Nothing yet. What you keep stands here in every site."
          deeds={(type) => [
            [
              'Into this site',
              () =>
                edit(`Add device type ${type.name}`, [
                  { op: 'put', collection: 'deviceTypes', record: type },
                ]),
            ],
            ['Forget', () => act({ intent: 'forget', typeId: type.id })],
          ]}
        />
      </section>
    </div>
  )
}

interface TableProps {
  types: DeviceType[]
  empty: string
  deeds: (type: DeviceType) => [label: string, deed: () => void][]
}

function Table({ types, empty, deeds }: TableProps) {
  if (types.length === 0) return <p className="py-2 text-soft">{empty}</p>
  return (
    <table className="plain w-full">
      <thead>
        <tr>
          <th>Type</th>
          <th>Kind</th>
          <th className="num">Ports</th>
          <th>From the factory</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {types.map((type) => (
          <tr key={type.id}>
            <th scope="row" className="text-left !align-top !text-ink !not-italic font-normal">
              {type.name}
            </th>
            <td>{KINDS[type.kind].noun}</td>
            <td className="num">{type.ports.length}</td>
            <td className="text-[0.9rem]">{factoryWords(type)}</td>
            <td className="whitespace-nowrap text-right">
              {deeds(type).map(([label, deed]) => (
                <button
                  key={label}
                  className="button ml-1"
                  onClick={deed}
                  aria-label={`${label}: ${type.name}`}
                >
                  {label}
                </button>
              ))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const factoryWords = ({ factory: { addressing, ip, servesAddresses } }: DeviceType): string =>
  [
    addressing === 'dhcp' ? 'asks for an address' : addressing === 'none' ? 'no page' : (ip ?? ''),
    servesAddresses ? 'serves addresses' : '',
  ]
    .filter(Boolean)
    .join(', ')
