import { Plus } from 'lucide-react'
import { useState } from 'react'
import { deviceOf, networkOf } from '~/core/plan'
import type { Group } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { Flag } from '../../components/Flag'
import { newId } from '../../hooks/newId'
import { useSite } from '../../hooks/useSite'
import { GroupForm } from './GroupForm'

/** Groups of access points: which SSIDs and wired jacks each offers. */
export function Groups() {
  const { site } = useSite()
  const [open, setOpen] = useState<{ group: Group; isNew: boolean } | null>(null)
  return (
    <section>
      <div className="sheet px-4 py-2">
        <table className="plain">
          <thead>
            <tr>
              <th>Group</th>
              <th>Access points</th>
              <th>SSIDs</th>
              <th>Wired jacks</th>
            </tr>
          </thead>
          <tbody>
            {site.groups.map((group) => (
              <tr key={group.id}>
                <td>
                  <button
                    className="font-medium underline decoration-dotted underline-offset-4"
                    onClick={() => setOpen({ group, isNew: false })}
                  >
                    {group.name}
                  </button>
                </td>
                <td>
                  {group.accessPointIds.map((id) => deviceOf(site, id)?.name ?? id).join(', ') || 'none'}
                </td>
                <td>
                  {site.ssids
                    .filter(({ groupIds }) => groupIds?.includes(group.id))
                    .map((ssid) => (
                      <span key={ssid.id} className="mr-3 inline-flex items-center gap-1.5 whitespace-nowrap">
                        <Flag
                          vlanId={networkOf(site, ssid.networkId)?.vlanId ?? 0}
                          label={ssid.name}
                          size={13}
                        />
                      </span>
                    ))}
                </td>
                <td>
                  {group.jacks.map(({ port, networkId }) => {
                    const network = networkOf(site, networkId)
                    return (
                      network && (
                        <span key={port} className="mr-3 inline-flex items-center gap-1.5">
                          <span className="figures">port {port}</span>
                          <Flag vlanId={network.vlanId} label={network.name} size={13} />
                        </span>
                      )
                    )
                  })}
                  {group.jacks.length === 0 && <span className="text-soft">none</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {site.groups.length === 0 && (
          <p className="py-4 text-center text-soft">
            No groups yet. A group offers some SSIDs on some access points, and puts their wired jacks on a
            network.
          </p>
        )}
      </div>
      <button
        className="button mt-3"
        onClick={() =>
          setOpen({ group: { id: newId(), name: '', accessPointIds: [], jacks: [] }, isNew: true })
        }
      >
        <Plus size={16} aria-hidden /> Add a group
      </button>
      <Dialog
        wide
        open={open !== null}
        onClose={() => setOpen(null)}
        title={open?.isNew ? 'New group' : (open?.group.name ?? '')}
      >
        {open && <GroupForm group={open.group} isNew={open.isNew} onDone={() => setOpen(null)} />}
      </Dialog>
    </section>
  )
}
