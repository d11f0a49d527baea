import type { WorldEvent } from '~/core/world'
import { useSite } from '../../hooks/useSite'
import { clockText } from './clockText'

const S_PER_US = 1e-6

export function Happenings({ events }: { events: WorldEvent[] }) {
  const { site } = useSite()
  return (
    <section className="sheet self-start px-4 py-2">
      <h2>What happened</h2>
      {events.length === 0 && <p className="py-2 text-soft">Nothing yet. Give something power.</p>}
      <ol className="max-h-96 overflow-y-auto" tabIndex={0} aria-label="What happened, latest first">
        {[...events].reverse().map((event, i) => (
          <li key={`${event.atUs} ${i} ${event.text}`} className="flex gap-3 py-0.5">
            <span className="figures w-14 shrink-0 text-right text-soft">
              {clockText(event.atUs * S_PER_US)}
            </span>
            <span>
              {event.deviceId && (
                <strong>{site.devices.find(({ id }) => id === event.deviceId)?.name}: </strong>
              )}
              {event.text}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}
