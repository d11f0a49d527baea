import type { CableView } from '~/field'
import type { Bench } from '../../hooks/useBench'

export function Cables({ cables, ask }: { cables: CableView[]; ask: Bench['ask'] }) {
  return (
    <section className="sheet px-4 py-2">
      <h2>Cables</h2>
      <ul className="divide-y divide-line">
        {cables.map((cable) => (
          <li key={cable.id} className="flex items-center gap-3 py-1">
            <span className={`min-w-0 flex-1 ${cable.pulled ? 'text-soft line-through' : ''}`}>
              {cable.a} to {cable.b}
            </span>
            <button
              className="button"
              onClick={() => ask({ kind: cable.pulled ? 'plugCable' : 'pullCable', linkId: cable.id })}
              aria-label={`${cable.pulled ? 'Plug in' : 'Pull'} the cable ${cable.a} to ${cable.b}`}
            >
              {cable.pulled ? 'Plug in' : 'Pull'}
            </button>
          </li>
        ))}
      </ul>
      {cables.length === 0 && <p className="py-2 text-soft">The plan has no cables.</p>}
    </section>
  )
}
