import { grouped } from '../../lib/grouped'
import { deviceOf } from '../../plan'
import type { Device, Site } from '../../plan'
import type { Sighting } from './types'
import { atDevice } from './where'

/**
 * Lists of a RADIUS server that stop it or open it: FreeRADIUS does not start with one client twice, takes the first of two
 * users of a name, and reads the user DEFAULT as everybody. Source: clients.conf(5), users(5).
 */
export function listFaults(site: Site, server: Device): Sighting[] {
  if (!server.radius) return []
  const { clients, users } = server.radius
  const addresses = clients.flatMap(({ deviceId }) => {
    const client = deviceOf(site, deviceId)
    return client?.management.ip ? [{ ip: client.management.ip, name: client.name }] : []
  })
  return [
    ...repeated(addresses, ({ ip }) => ip).map(([{ ip }, names]) => ({
      says: `${server.name} lists the address ${ip} more than once (${names.map(({ name }) => name).join(', ')}): it does not start with one client twice.`,
      where: [atDevice(server)],
    })),
    ...repeated(users, ({ name }) => name).map(([{ name }]) => ({
      says: `${server.name} has the user “${name}” more than once; only the first of them counts.`,
      where: [atDevice(server)],
    })),
    ...users
      .filter(({ name }) => name === 'DEFAULT')
      .map(() => ({
        says: `${server.name} has a user called DEFAULT, which stands for everybody: any name gets in with that password.`,
        where: [atDevice(server)],
      })),
    ...users
      .filter(({ password }) => password === null)
      .map(({ name }) => ({
        says: `The user “${name}” of ${server.name} has no password and cannot log in.`,
        where: [atDevice(server)],
        severity: 'fix' as const,
      })),
  ]
}

/** Those that share a key with an earlier one, once per key, with all that share it. */
function repeated<T>(list: readonly T[], keyOf: (one: T) => string): [T, T[]][] {
  return [...grouped(list, keyOf).values()].flatMap((group): [T, T[]][] =>
    group.length > 1 && group[0] ? [[group[0], group]] : [],
  )
}
