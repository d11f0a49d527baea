import type { Id } from '../../plan'
import type { Configuration } from '../configuration'
import { put } from '../engine/change'
import { settle } from '../engine/settle'
import type { World } from '../types'

/** What nobody sets and is otherwise all the same: a client by DHCP is in whatever network its socket is in now. */
export function follow(world: World, deviceId: Id, configuration: Configuration): void {
  const gear = world.gear.get(deviceId)
  if (!gear) return
  world.decided.set(deviceId, configuration)
  put(world, gear, { saved: configuration, running: configuration })
  settle(world, [deviceId])
}
