import type { Severity } from '~/core/judge/findings'

/** A mark of our own for each severity, always with its word: barred for stop, open for fix, dotted for note. */
export function SeverityMark({ severity }: { severity: Severity }) {
  const caution = severity === 'stop' ? 'text-caution' : 'text-ink'
  return (
    <span className={`inline-flex items-center gap-1 font-semibold ${caution}`}>
      <svg width="15" height="15" viewBox="0 0 16 16" aria-hidden="true">
        <ellipse
          cx="8"
          cy="8"
          rx="7"
          ry="5.5"
          fill="none"
          stroke="currentColor"
          strokeWidth="1.6"
          strokeDasharray={severity === 'note' ? '1.5 2.2' : undefined}
        />
        {severity === 'stop' && <path d="M8 3V13M4.5 8H11.5" stroke="currentColor" strokeWidth="1.8" />}
        {severity === 'fix' && <circle cx="8" cy="8" r="1.8" fill="currentColor" />}
      </svg>
      {severity}
    </span>
  )
}
