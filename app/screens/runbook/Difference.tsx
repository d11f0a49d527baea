import { grouped } from '~/core/lib/grouped'
import { deviceOf } from '~/core/plan'
import type { Site } from '~/core/plan'
import type { Change } from '~/core/guide/runbook'

interface Props {
  present: Site
  target: Site
  changes: Change[]
}

/** What is there beside what is meant, device by device. */
export function Difference({ present, target, changes }: Props) {
  const byDevice = grouped(changes, ({ deviceId }) => deviceId)
  return (
    <section aria-label="What differs" className="sheet px-4 py-3">
      <h2 className="mb-2 text-[1.05rem]">What differs</h2>
      <dl className="grid gap-x-6 gap-y-2 @3xl:grid-cols-2">
        {[...byDevice].map(([id, list]) => {
          const name = (deviceOf(target, id) ?? deviceOf(present, id))?.name ?? id
          return (
            <div key={id} className="min-w-0 border-t border-line pt-1.5">
              <dt className="font-medium">{name}</dt>
              {list.map(({ id: change, what, was, becomes }) => (
                <dd key={change} className="text-[0.93rem]">
                  {what.replace(`${name} `, '')}: <span className="text-soft">{was} →</span>{' '}
                  <span className="figures">{becomes}</span>
                </dd>
              ))}
            </div>
          )
        })}
      </dl>
    </section>
  )
}
