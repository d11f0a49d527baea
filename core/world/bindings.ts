import type { AddressServer } from '../network/layer3'
import type { Gear, World } from './types'

export const serverKey = ({ deviceId, start }: AddressServer): string => `${deviceId} ${start}`

export const bindingKey = (server: string, ip: string): string => `${server} ${ip}`

/**
 * What servers have given. A device that is dark or has forgotten its lease has not given it back: the server holds it until it runs
 * out (RFC 2131 section 4.3.1). One that takes another address of the same server has the first no more.
 */
export function keepBindings(world: World, before: Gear, after: Gear): void {
  const { lease, leaseUntilUs } = after
  if (!lease?.server || leaseUntilUs === null) return
  if (before.lease === lease && before.leaseUntilUs === leaseUntilUs) return
  const server = serverKey(lease.server)
  const own = bindingKey(server, after.id)
  const had = world.bound.get(own)
  if (had !== undefined && had !== lease.ip) world.leases.delete(bindingKey(server, had))
  if (had === undefined) world.given.set(server, (world.given.get(server) ?? 0) + 1)
  world.bound.set(own, lease.ip)
  world.leases.set(bindingKey(server, lease.ip), { by: after.id, untilUs: leaseUntilUs })
}
