import { NO_COST, plus } from '../types'
import type { Cost, Move } from '../types'
import type { Ground } from './ground'
import { sheaves } from './moves'
import { spentOn } from './times'

/** From top to bottom of the list, each device whole: where that cuts one off, and what goes wrong on the way. */
export interface Naive {
  cost: Cost
  /** Devices whose page does not open any more when it is their turn, and why. */
  cutOff: { deviceId: string; why: string }[]
  /** What is wrong for a while that never was before. */
  faults: { afterDeviceId: string; says: string }[]
}

export function naiveOrder(ground: Ground): Naive {
  const { task } = ground
  const done = new Set<string>(task.done)
  const result: Naive = { cost: NO_COST, cutOff: [], faults: [] }
  const told = new Set<string>()
  let place = task.laptop
  for (const sheaf of inListOrder(ground)) {
    const deviceId = sheaf.pageId ?? sheaf.atId ?? ''
    const changes = sheaf.changes.filter(({ id }) => !done.has(id))
    const closed = sheaf.pageId === null ? null : ground.closed(done, place, sheaf.pageId, changes)
    const before = place
    if (sheaf.pageId === null || closed !== null)
      place = [task.laptop, ...task.places].find((one) => one.deviceId === deviceId) ?? place
    if (closed !== null) result.cutOff.push({ deviceId, why: closed })
    const move: Move = { place, pageId: sheaf.pageId, changeIds: changes.map(({ id }) => id) }
    const { walk, work, away } = spentOn(task, before, move, false)
    const outage = (walk + work) * ground.cutOff(done)
    for (const id of move.changeIds) done.add(id)
    for (const says of ground.faults(done)) {
      if (told.has(says)) continue
      told.add(says)
      result.faults.push({ afterDeviceId: deviceId, says })
    }
    result.cost = plus(result.cost, {
      noReturns: closed === null ? 0 : 1,
      walks: before.deviceId === place.deviceId ? 0 : place.effort,
      outage,
      minutes: walk + work + away,
    })
  }
  return result
}

/** Pages and hands in the order of the plan's list of devices. */
function inListOrder(ground: Ground) {
  const order = new Map(
    [...ground.task.target.devices, ...ground.task.present.devices].map(({ id }, i) => [id, i] as const),
  )
  const rank = (id: string | null) => order.get(id ?? '') ?? Number.MAX_SAFE_INTEGER
  return sheaves(ground, new Set(ground.task.done)).sort(
    (a, b) => rank(a.pageId ?? a.atId) - rank(b.pageId ?? b.atId),
  )
}
