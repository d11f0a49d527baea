/** An instant by the clock of the site: "26 Nov 2026, 14:05". Empty for what is no instant. */
export function when(iso: string, timeZone: string): string {
  const at = Date.parse(iso)
  if (Number.isNaN(at)) return ''
  const parts = new Map(
    new Intl.DateTimeFormat('en-GB', {
      timeZone,
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    })
      .formatToParts(at)
      .map(({ type, value }) => [type, value]),
  )
  const part = (name: string) => parts.get(name as Intl.DateTimeFormatPartTypes) ?? ''
  return `${part('day')} ${part('month')} ${part('year')}, ${part('hour')}:${part('minute')}`
}

/** The day alone. */
export const dayOf = (iso: string, timeZone: string): string => when(iso, timeZone).replace(/,.*$/, '')
