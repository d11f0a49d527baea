import { Plus } from 'lucide-react'
import { useState } from 'react'
import { areaClients, areaMbps, networkOf, newArea } from '~/core/plan'
import type { Area } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { Flag } from '../../components/Flag'
import { Traced } from '../../components/Traced'
import { newId } from '../../hooks/newId'
import { useSite } from '../../hooks/useSite'
import { AreaForm } from './AreaForm'

/** The parts of the site, and for whom each must be covered. */
export function Areas() {
  const { site } = useSite()
  const [open, setOpen] = useState<{ area: Area; isNew: boolean } | null>(null)
  return (
    <section className="sheet px-4 py-3" aria-label="Areas">
      <div className="flex items-baseline justify-between gap-3">
        <h2>Areas</h2>
        <button className="button" onClick={() => setOpen({ area: newArea(newId(), ''), isNew: true })}>
          <Plus size={16} aria-hidden /> Add an area
        </button>
      </div>
      {site.areas.length === 0 ? (
        <p className="py-3 text-soft">
          None yet. An area is a place to cover: who works there, on which network, how many and how fast.
        </p>
      ) : (
        <table className="plain mt-1">
          <thead>
            <tr>
              <th>Area</th>
              <th>For whom</th>
              <th className="num">Clients</th>
              <th className="num">Mbit/s in all</th>
            </tr>
          </thead>
          <tbody>
            {site.areas.map((area) => (
              <tr key={area.id}>
                <td>
                  <button
                    className="text-left underline decoration-dotted underline-offset-4"
                    onClick={() => setOpen({ area, isNew: false })}
                  >
                    {area.name}
                  </button>
                </td>
                <td>
                  <span className="flex flex-wrap gap-x-4">
                    {area.needs.map(({ networkId, clients, rateMbps }) => {
                      const network = networkOf(site, networkId)
                      return (
                        network && (
                          <span key={networkId} className="inline-flex items-center gap-1.5">
                            <Flag vlanId={network.vlanId} label={network.name} size={13} />
                            <span className="figures text-soft">
                              {clients} × {rateMbps}
                            </span>
                          </span>
                        )
                      )
                    })}
                  </span>
                </td>
                <td className="num figures">{areaClients(area)}</td>
                <td className="num">
                  <Traced number={{ ...areaMbps(site, area), unit: '' }} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Dialog
        open={open !== null}
        onClose={() => setOpen(null)}
        title={open?.isNew ? 'New area' : (open?.area.name ?? '')}
      >
        {open && <AreaForm area={open.area} isNew={open.isNew} onDone={() => setOpen(null)} />}
      </Dialog>
    </section>
  )
}
