import type { Appointment, Bench } from './types'

/** Puts an appointment in its place: by time, then by the order in which they were made. The past is an error. */
export function appoint(bench: Bench, deviceId: string, epoch: number, atUs: number): void {
  if (atUs < bench.nowUs)
    throw new RangeError(`an event at ${atUs} µs cannot be planned at ${bench.nowUs} µs`)
  const appointment: Appointment = { atUs, serial: bench.serial++, deviceId, epoch }
  const index = bench.queue.findIndex((other) => other.atUs > atUs)
  if (index === -1) bench.queue.push(appointment)
  else bench.queue.splice(index, 0, appointment)
}

/** Takes the first appointment due by then, dropping those that have become void. */
export function nextDue(bench: Bench, untilUs: number): Appointment | null {
  for (;;) {
    const first = bench.queue[0]
    if (!first) return null
    const current = bench.devices.get(first.deviceId)?.epoch === first.epoch
    if (current && first.atUs > untilUs) return null
    bench.queue.shift()
    if (current) return first
  }
}
