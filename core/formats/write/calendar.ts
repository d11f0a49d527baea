import ical from 'ical-generator'
import { oneLine } from '../text'

export interface CalendarEntry {
  id: string
  title: string
  lines: readonly string[]
  start: Date
  end: Date
}

/** Entries as a calendar file. Times are UTC; the same entries give the same text. Source: RFC 5545. */
export function calendarText(name: string, entries: readonly CalendarEntry[], stamp: Date): string {
  const calendar = ical({
    name: oneLine(name),
    prodId: { company: 'Yard Beacon', product: 'runbook', language: 'EN' },
  })
  for (const { id, title, lines, start, end } of entries)
    calendar.createEvent({
      id,
      start,
      end,
      stamp,
      summary: oneLine(title),
      description: lines.map(oneLine).join('\n'),
    })
  return calendar.toString()
}
