import { Check } from 'lucide-react'
import { Suspense, useState } from 'react'
import { Await } from 'react-router'
import { goalName, untriedWord } from '~/core/judge/proof'
import type { Untried } from '~/core/judge/proof'
import { Flag } from '../../components/Flag'
import { Switch } from '../../components/Switch'
import { Progress } from '../../components/Progress'
import { useSite } from '../../hooks/useSite'
import { useFirstRows } from '../../hooks/useFirstRows'
import { unpacked } from '../../wire/packed'
import type { Packed } from '../../wire/packed'
import type { StopsTold } from '../../server/proof/stops.server'

/** Where to stand with the laptop, so that nothing is left untried and nothing is tried twice. */
export function StopList({ stops }: { stops: Promise<Packed<StopsTold>> }) {
  return (
    <Suspense fallback={<Progress label="Working out the fewest stops" share={null} />}>
      <Await resolve={stops} errorElement={<p role="alert">The fewest stops could not be worked out.</p>}>
        {(told) => <List told={unpacked(told)} />}
      </Await>
    </Suspense>
  )
}

function List({ told }: { told: StopsTold }) {
  const { site } = useSite()
  const { stops, isLeast, bound, requirements, crossings, provenAfter, onFoot, nowhere, measured } = told
  const { untried } = told
  const [walking, setWalking] = useState(false)
  const { shown, more } = useFirstRows(walking ? onFoot : stops.map((_stop, i) => i), 'stops')
  if (stops.length === 0)
    return (
      <p className="sheet px-4 py-5 text-soft">
        Nobody can attach anywhere yet, so that nothing can be tried.
      </p>
    )
  const vlan = (id: string) => site.networks.find((network) => network.id === id)?.vlanId ?? 0
  const name = (id: string) => site.networks.find((network) => network.id === id)?.name ?? id
  const few = provenAfter.findIndex((count) => count >= 0.8 * (provenAfter.at(-1) ?? 0))
  return (
    <section className="sheet space-y-2 px-4 py-3" aria-label="The fewest stops">
      <p>
        <strong className="figures">{stops.length}</strong> stops try all{' '}
        <strong className="figures">{requirements - nowhere.length}</strong> requirements and{' '}
        <strong className="figures">{crossings}</strong> ways of a VLAN over a cable or a radio link;{' '}
        {isLeast ? 'fewer do not' : `no fewer than ${bound} do`}. The first {few + 1} already try{' '}
        {provenAfter[few]} requirements.
      </p>
      <UntriedList untried={untried} />
      <Switch label="In walking order" checked={walking} onChange={setWalking} />
      <ol className="grid gap-x-8 @4xl:grid-cols-2" aria-label="Stops">
        {shown.flatMap((i, n) => {
          const stop = stops[i]
          if (!stop) return []
          const { attachmentId, label, networkId, ways } = stop
          const isDone = measured.includes(attachmentId)
          return (
            <li
              key={attachmentId}
              className={`flex gap-3 border-t border-line py-1.5 ${isDone ? 'text-soft' : ''}`}
            >
              <span className="figures w-7 shrink-0 text-right font-semibold">
                {isDone ? <Check size={16} aria-label="measured" className="inline" /> : n + 1}
              </span>
              <span className="flex min-w-0 flex-1 flex-wrap content-start items-center gap-x-1.5">
                <Flag vlanId={vlan(networkId)} label={name(networkId)} size={13} /> <span>{label}</span>
              </span>
              <span className="caption shrink-0">
                {ways} {ways === 1 ? 'way' : 'ways'}
                {!walking && `, ${provenAfter[i]} asked by then`}
              </span>
            </li>
          )
        })}
      </ol>
      {more}
      {nowhere.map(({ id, fromNetworkId, to }) => (
        <p key={id} className="text-caution">
          Nobody can attach in {name(fromNetworkId)}: its way to {goalName(site, to)} cannot be tried.
        </p>
      ))}
    </section>
  )
}

/** What is carried and tried from none of the stops, with how it is tried instead. */
function UntriedList({ untried }: { untried: readonly Untried[] }) {
  const { site } = useSite()
  if (untried.length === 0) return null
  return (
    <details>
      <summary className="cursor-pointer">
        <strong className="figures">{untried.length}</strong> more ways of a network over a cable or a radio
        link are tried from none of them, such as the gear’s own.
      </summary>
      <ul className="mt-1 list-disc space-y-0.5 pl-6 text-soft">
        {untried.map((one) => (
          <li key={`${one.networkId} ${one.deviceIds.join(' ')}`}>{untriedWord(site, one)}</li>
        ))}
      </ul>
    </details>
  )
}
