import type { AddressTest } from '~/core/judge/proof'

/** A client that joins each SSID now: what it gets, and if nothing, why. */
export function ClientProbes({ clients }: { clients: AddressTest[] }) {
  if (clients.length === 0) return null
  return (
    <section className="sheet px-4 py-2">
      <h2>A client that joins now</h2>
      <ul className="divide-y divide-line">
        {clients.map((client) => (
          <li key={client.attachmentId} className="py-1.5">
            <p className="flex justify-between gap-3">
              <span>{client.label}</span>
              <span className={client.ok ? 'figures' : 'font-semibold text-caution'}>
                {client.ok ? client.ip : 'no address'}
              </span>
            </p>
            {!client.ok && <p className="caption">{client.says}</p>}
          </li>
        ))}
      </ul>
    </section>
  )
}
