import { Plus } from 'lucide-react'
import { poolSizeTraced, suggestNetwork } from '~/core/network/addressing'
import { expectedClientsOf } from '~/core/plan'
import type { Network, Site } from '~/core/plan'
import { Dialog } from '../../components/Dialog'
import { Flag } from '../../components/Flag'
import { Traced } from '../../components/Traced'
import { newId } from '../../hooks/newId'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { NetworkForm } from './NetworkForm'
import { SubnetBarLegend, SubnetBarView } from './SubnetBarView'

/** The networks as a table; a row opens its form. */
export function AddressPlan() {
  const { site } = useSite()
  const { search, set } = usePanel()
  const asked = search.get('network')
  const open = asked === 'new' ? suggestNetwork(site, newId()) : site.networks.find(({ id }) => id === asked)
  const close = () => set({ network: null })
  return (
    <section>
      <div className="sheet overflow-x-auto px-4 py-2" tabIndex={0} role="group" aria-label="Networks">
        <table className="plain">
          <thead>
            <tr>
              <th>Network</th>
              <th className="num">VLAN</th>
              <th>Subnet</th>
              <th>Its addresses</th>
              <th>Gateway</th>
              <th>Pool</th>
              <th className="num">Pool holds</th>
              <th className="num">Clients</th>
            </tr>
          </thead>
          <tbody>
            {site.networks.map((network) => (
              <Row
                key={network.id}
                site={site}
                network={network}
                onOpen={() => set({ network: network.id })}
              />
            ))}
          </tbody>
        </table>
        {site.networks.length > 0 && <SubnetBarLegend />}
        {site.networks.length === 0 && (
          <p className="py-4 text-center text-soft">
            No networks yet. The first one is usually that of the gear itself.
          </p>
        )}
      </div>
      <button className="button mt-3" onClick={() => set({ network: 'new' })}>
        <Plus size={16} aria-hidden /> Add a network
      </button>
      <Dialog
        wide
        open={open !== undefined}
        onClose={close}
        title={asked === 'new' ? 'New network' : (open?.name ?? '')}
        says="What follows from the figures is worked out while you type."
      >
        {open && <NetworkForm key={asked} network={open} isNew={asked === 'new'} onDone={close} />}
      </Dialog>
    </section>
  )
}

/** First and last address below each other, so that they line up. */
const Range = ({ from, to }: { from: string; to: string }) => (
  <span className="figures whitespace-nowrap">
    {from}
    <br />
    <span className="sr-only">to </span>
    {to}
  </span>
)

function Row({ site, network, onOpen }: { site: Site; network: Network; onOpen: () => void }) {
  const clients = expectedClientsOf(site, network)
  return (
    <tr>
      <td>
        <button className="text-left underline decoration-dotted underline-offset-4" onClick={onOpen}>
          <Flag vlanId={network.vlanId} label={network.name} />
        </button>
      </td>
      <td className="num figures">{network.vlanId}</td>
      <td className="figures">{network.subnet}</td>
      <td>
        <SubnetBarView site={site} network={network} />
      </td>
      <td className="figures">{network.gateway ?? 'none'}</td>
      <td>{network.pool ? <Range from={network.pool.start} to={network.pool.end} /> : 'none'}</td>
      <td className="num">
        {network.pool && <Traced number={{ ...poolSizeTraced(network.pool), unit: '' }} />}
      </td>
      <td className="num">
        <Traced number={clients.counted} />
        {clients.inAreas !== clients.stated && (
          <span className="caption block whitespace-nowrap">
            {clients.stated} stated, {clients.inAreas} in areas
          </span>
        )}
      </td>
    </tr>
  )
}
