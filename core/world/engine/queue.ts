import type { Appointment, World } from '../types'

const isLater = (a: Appointment, atUs: number): boolean => a.atUs > atUs

/** Puts an appointment in its place: by time, then by the order in which they were made. The past is an error. */
export function appoint(world: World, made: Omit<Appointment, 'serial'>): void {
  const { atUs } = made
  if (atUs < world.nowUs)
    throw new RangeError(`an event at ${atUs} µs cannot be planned at ${world.nowUs} µs`)
  const { queue } = world
  let [low, high] = [0, queue.length]
  while (low < high) {
    const middle = (low + high) >>> 1
    const one = queue[middle]
    if (one && isLater(one, atUs)) high = middle
    else low = middle + 1
  }
  queue.splice(low, 0, { ...made, serial: world.serial++ })
}

/** An appointment made for a phase that is over is void. */
const isCurrent = (world: World, { deviceId, epoch, what }: Appointment): boolean => {
  const gear = world.gear.get(deviceId)
  return gear !== undefined && (what === 'lease' ? gear.leaseUntilUs : gear.epoch) === epoch
}

/** Takes the first appointment due by then, dropping those that have become void. */
export function nextDue(world: World, untilUs: number): Appointment | null {
  for (;;) {
    const [first] = world.queue
    if (!first) return null
    const current = isCurrent(world, first)
    if (current && first.atUs > untilUs) return null
    world.queue.shift()
    if (current) return first
  }
}

/** When something will happen by itself next, or null. */
export const nextEventUs = (world: World): number | null =>
  world.queue.find((one) => one.what === 'phase' && isCurrent(world, one))?.atUs ?? null
