import ICAL from 'ical.js'
import { calendarText } from '~/core/formats'
import { demoYard, spoiltDemoYard } from '../kit/yard'
import { runbookEntries, runbookOf, scheduleOf, stepText, taskOf } from '~/core/guide/runbook'

/** The calendar of a runbook, read back by another library. RFC 5545. */
const START = new Date('2026-11-28T07:30:00Z')
const at = (minutes: number) => new Date(START.getTime() + Math.round(minutes * 60) * 1000)

function read(text: string) {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
  return calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event))
}

test('every step is an entry with its start, its end and what is to be done', () => {
  const task = taskOf(spoiltDemoYard(), demoYard(), { deviceId: 'gateway', port: 3 })
  if (!task.ok) throw new Error()
  const runbook = runbookOf(task.value)
  const { plan, isFree } = scheduleOf(runbook, 2)
  expect(isFree).toBe(true)
  const events = read(calendarText('Tern Quay', runbookEntries(runbook, plan, at), START))
  expect(events).toHaveLength(runbook.steps.length)
  for (const [i, event] of events.entries()) {
    const shift = plan.shifts.find(({ id }) => id === i)!
    expect(event.summary).toContain(stepText(runbook, runbook.steps[i]!).title)
    expect(event.startDate.toJSDate().getTime()).toBe(
      START.getTime() + Math.round(shift.startMin * 60) * 1000,
    )
    expect(event.endDate.toJSDate().getTime()).toBe(START.getTime() + Math.round(shift.freeMin * 60) * 1000)
  }
})

test('hostile names stay inside their field, and the same entries give the same text', () => {
  const entry = {
    id: 'a',
    title: 'x\r\nEND:VEVENT\r\nBEGIN:VALARM ; , \\ " \u202e ü',
    lines: ['a; b, c\\n', 'DTSTART:19700101T000000Z'],
    start: START,
    end: new Date(START.getTime() + 60_000),
  }
  const text = calendarText('n\nX-EVIL:1', [entry], START)
  const [event, ...more] = read(text)
  expect(more).toEqual([])
  expect(event!.summary).toBe('x END:VEVENT BEGIN:VALARM ; , \\ "   ü')
  expect(event!.description).toBe('a; b, c\\n\nDTSTART:19700101T000000Z')
  expect(event!.startDate.toJSDate()).toEqual(START)
  expect(calendarText('n\nX-EVIL:1', [entry], START)).toBe(text)
  for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
})
