import type { Bench } from '../../hooks/useBench'
import { useSite } from '../../hooks/useSite'

export function EmptyBench({ ask, busy }: Pick<Bench, 'ask' | 'busy'>) {
  const { site } = useSite()
  const none = busy || site.devices.length === 0
  return (
    <section className="sheet contours flex flex-col items-start gap-3 p-8">
      <h2>The bench is empty</h2>
      <p className="max-w-2xl">
        Set it up and the {site.devices.length} devices of the plan stand beside the laptop, cabled as planned
        and dark. Gear behaves as gear does: it has the address of its label, it keeps what was saved, it
        finds its controller or it does not. What goes wrong here would have gone wrong on the ladder.
      </p>
      <div className="flex flex-wrap gap-2">
        <button
          className="button button-main"
          disabled={none}
          onClick={() => ask({ kind: 'setUp', begins: 'prepared' })}
        >
          Set up the bench
        </button>
        <button className="button" disabled={none} onClick={() => ask({ kind: 'setUp', begins: 'carton' })}>
          Set it up from the cartons
        </button>
      </div>
      <p className="caption max-w-2xl">
        {site.devices.length === 0
          ? 'The plan has no devices yet.'
          : 'The first has gateway, switches and controller set up as planned, and access points as delivered. The second has everything as delivered: you open each page yourself.'}
      </p>
    </section>
  )
}
