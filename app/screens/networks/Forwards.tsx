import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { deviceOf, isGateway, TUNNEL_PORTS } from '~/core/plan'
import type { Forward } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { IconButton } from '../../components/IconButton'
import { NumberInput, SelectInput } from '../../components/inputs'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'

/** Ports of the feed that a router hands to a device inside: what tunnels from outside need. */
export function Forwards() {
  const { site } = useSite()
  const { edit, problems, busy } = usePlanEdit()
  const routers = site.devices.filter(isGateway)
  const [draft, setDraft] = useState<Omit<Forward, 'id'>>({
    routerId: routers[0]?.id ?? '',
    protocol: 'udp',
    port: TUNNEL_PORTS.control,
    toDeviceId: site.devices.find(({ controller, router }) => controller && !router)?.id ?? '',
  })
  const name = (id: string) => deviceOf(site, id)?.name ?? id
  return (
    <section aria-label="Ports of the feed handed inside">
      <h2>Handed in from the feed</h2>
      <p className="caption mb-2">
        A tunnel from outside needs UDP {TUNNEL_PORTS.control} and {TUNNEL_PORTS.data} (RFC 5415). Everything
        else that begins outside is dropped.
      </p>
      <ul className="sheet divide-y divide-line px-4">
        {site.forwards.map((forward) => (
          <li key={forward.id} className="flex items-center gap-3 py-1">
            <span className="flex-1">
              {name(forward.routerId)}:{' '}
              <span className="figures">
                {forward.protocol.toUpperCase()} {forward.port}
              </span>{' '}
              to {name(forward.toDeviceId)}
            </span>
            <IconButton
              label={`Remove ${forward.protocol.toUpperCase()} ${forward.port}`}
              disabled={busy}
              onClick={() =>
                edit('Remove a forward', [{ op: 'remove', collection: 'forwards', id: forward.id }])
              }
            >
              <Trash2 size={15} aria-hidden />
            </IconButton>
          </li>
        ))}
        {site.forwards.length === 0 && <li className="py-2 text-soft">Nothing is handed in.</li>}
      </ul>
      {routers.length > 0 && (
        <div className="sheet mt-3 p-4">
          <EditForm
            problems={problems}
            busy={busy}
            saveLabel="Hand it in"
            onSave={() =>
              edit(`Hand in ${draft.protocol} ${draft.port}`, [
                { op: 'put', collection: 'forwards', record: { id: newId(), ...draft } },
              ])
            }
          >
            <div className="grid items-end gap-3 sm:grid-cols-4">
              <SelectInput
                label="At"
                path="routerId"
                value={draft.routerId}
                choices={routers.map(({ id, name: label }) => ({ value: id, label }))}
                onChange={(routerId) => setDraft({ ...draft, routerId: routerId ?? '' })}
              />
              <SelectInput
                label="Protocol"
                path="protocol"
                value={draft.protocol}
                choices={[
                  { value: 'udp', label: 'UDP' },
                  { value: 'tcp', label: 'TCP' },
                ]}
                onChange={(value) => setDraft({ ...draft, protocol: value === 'tcp' ? 'tcp' : 'udp' })}
              />
              <NumberInput
                label="Port"
                path="port"
                value={draft.port}
                min={1}
                max={65535}
                onChange={(port) => setDraft({ ...draft, port: port ?? 0 })}
              />
              <SelectInput
                label="To the device"
                path="toDeviceId"
                value={draft.toDeviceId || null}
                choices={site.devices
                  .filter(({ id, management }) => management.ip !== null && id !== draft.routerId)
                  .map(({ id, name: label }) => ({ value: id, label }))}
                onChange={(toDeviceId) => setDraft({ ...draft, toDeviceId: toDeviceId ?? '' })}
              />
            </div>
          </EditForm>
        </div>
      )}
    </section>
  )
}
