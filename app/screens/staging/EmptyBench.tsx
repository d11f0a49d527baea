import type { Bench } from '../../hooks/useBench'
import { useSite } from '../../hooks/useSite'

export function EmptyBench({ ask, busy }: Pick<Bench, 'ask' | 'busy'>) {
  const { site } = useSite()
  return (
    <section className="sheet contours flex flex-col items-start gap-3 p-8">
      <h2>The bench is empty</h2>
      <p className="max-w-2xl">
        Set it up and the {site.devices.length} devices of the plan stand beside the laptop, cabled as planned
        and dark. Give them power, wait for each LED, adopt each access point. What goes wrong here would have
        gone wrong on the ladder.
      </p>
      <button
        className="button button-main"
        disabled={busy || site.devices.length === 0}
        onClick={() => ask({ kind: 'setUp' })}
      >
        Set up the bench
      </button>
      {site.devices.length === 0 && <p className="caption">The plan has no devices yet.</p>}
    </section>
  )
}
