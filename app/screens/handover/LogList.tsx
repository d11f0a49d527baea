import { format } from 'date-fns'
import { deviceOf } from '~/core/plan'
import type { LogLine } from '~/store'
import { useSite } from '../../hooks/useSite'
import { Section } from './Section'

/** The log in the order in which it was written. */
export function LogList({ lines }: { lines: LogLine[] }) {
  const { site } = useSite()
  return (
    <Section title="Log">
      {lines.length === 0 && <p className="text-soft">Nothing was written down.</p>}
      <ol>
        {[...lines].reverse().map((line) => (
          <li key={line.id} className="grid grid-cols-[7.5rem_9rem_1fr] gap-2">
            <time className="figures" dateTime={line.at} suppressHydrationWarning>
              {format(line.at, 'd MMM HH:mm')}
            </time>
            <span className="text-soft">{deviceOf(site, line.deviceId)?.name ?? line.stage}</span>
            <span>
              {line.text} {line.who && <span className="caption">{line.who}</span>}
            </span>
          </li>
        ))}
      </ol>
    </Section>
  )
}
