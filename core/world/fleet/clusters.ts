import { isRunning } from '../adoption'
import { hearEachOther } from '../../network/layer3'
import type { Id } from '../../plan'
import { wayTwin } from '../twins'
import type { Gear, World } from '../types'
import { hostOf } from '../ways'
import { elect } from './elect'
import type { ElectedCluster, Voter } from './elect'

/** The clusters as they stand now, from what each running member has set. */
export function clustersNow(world: World): ElectedCluster[] {
  const members = [...world.gear.values()].filter(
    ({ running, phase }) => running.device.cluster !== null && isRunning(phase),
  )
  if (members.length === 0) return []
  const twin = wayTwin(world)
  const places = new Map(members.map((gear) => [gear.id, hostOf(twin, gear)?.place]))
  const hear = (a: Id, b: Id): boolean => {
    const [from, to] = [places.get(a), places.get(b)]
    return from !== undefined && to !== undefined && hearEachOther(twin, from, to)
  }
  return elect(members.map(voterOf), hear)
}

const voterOf = ({ id, running: { device } }: Gear): Voter => ({
  id,
  name: device.cluster?.name ?? '',
  passphrase: device.cluster?.passphrase ?? null,
  priority: device.cluster?.priority ?? 0,
  mac: device.mac,
  sharedIp: device.cluster?.sharedIp ?? null,
})
