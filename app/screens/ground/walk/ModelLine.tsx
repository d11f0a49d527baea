import { format } from 'date-fns'
import { learnedOf } from '~/core/radio/coverage'
import type { GroundSettings } from '~/core/plan'
import { usePlanEdit } from '../../../hooks/usePlanEdit'

/** Which model of the site's radio the chart is worked out with. */
export function ModelLine({ ground, levelsRead }: { ground: GroundSettings; levelsRead: number }) {
  const { edit, busy } = usePlanEdit()
  const { learned } = ground
  if (!learned)
    return (
      <p className="caption mt-1">
        Worked out as planned:{' '}
        {levelsRead === 0
          ? 'nothing was measured yet.'
          : `${levelsRead} levels were read here, and the chart doesn’t use them yet.`}
      </p>
    )
  return (
    <p className="mt-1 text-[0.9rem]" data-model={learnedOf(ground) ? 'learned' : 'left out'}>
      {learnedOf(ground) ? (
        <>
          <strong>As learned</strong> from {learned.readings} levels on{' '}
          <span suppressHydrationWarning>{format(learned.learnedAt, 'd MMM yyyy')}</span>, ±{' '}
          {learned.sigmaDb.toFixed(1)} dB.
        </>
      ) : (
        'What was learned belongs to another method, and is left out.'
      )}{' '}
      <button
        type="button"
        className="underline underline-offset-4"
        disabled={busy}
        onClick={() =>
          edit('Set aside what the walk taught', [
            { op: 'describe', header: { ground: { ...ground, learned: null } } },
          ])
        }
      >
        Set it aside
      </button>
    </p>
  )
}
