import { deviceOf } from '../../plan'
import type { Device, Site } from '../../plan'
import type { Field, Keys } from './grammars/faults'
import { freeradiusPassword, freeradiusUser, freeradiusWord } from './grammars/freeradius'
import { comment, KEY_LEFT_OUT, KEY_MISSING, lines, slug } from '../text'

const fieldOf = (
  site: Site,
  server: Device,
  list: string,
  i: number,
  part: string,
  label: string,
): Field => ({
  path: ['devices', site.devices.indexOf(server), 'radius', list, i, part],
  label,
})

/**
 * The clients of a RADIUS server as FreeRADIUS reads them. One address twice stops the server, so that is refused.
 * Without its secret a client has no `secret`, and the server does not start. Source: its clients.conf(5).
 */
export function freeradiusClients(site: Site, server: Device, { withKeys, faults }: Keys): string {
  const names = new Set<string>()
  const owners = new Map<string, string>()
  const entries = (server.radius?.clients ?? []).flatMap(({ deviceId, secret }, i) => {
    const client = deviceOf(site, deviceId)
    if (!client) return []
    const ip = client.management.ip
    if (ip === null)
      return [
        '',
        comment(client.name),
        comment('has no fixed address in the plan: give it one, or a reservation'),
      ]
    const owner = owners.get(ip)
    if (owner !== undefined)
      faults.refuse(
        fieldOf(site, server, 'clients', i, 'deviceId', `RADIUS client ${i + 1}, ${client.name},`),
        `has the address ${ip}, which ${owner} has in this list already: the server does not start with one client twice`,
        'each address once',
      )
    owners.set(ip, client.name)
    const field = fieldOf(site, server, 'clients', i, 'secret', `The RADIUS secret of ${client.name}`)
    const written = secret === null ? null : freeradiusWord(secret, field, faults)
    return [
      '',
      comment(client.name),
      `client ${unique(slug(client.name), names)} {`,
      `  ipaddr = ${ip}`,
      `  ${secretLine(secret, written, withKeys)}`,
      '}',
    ]
  })
  return lines(
    comment(`${server.name}: who may ask for logins, ${site.name}`),
    comment(`listens on UDP port ${server.radius?.port ?? '?'}`),
    entries,
  )
}

function secretLine(secret: string | null, written: string | null, withKeys: boolean): string {
  if (secret === null) return KEY_MISSING
  return withKeys && written !== null ? `secret = ${written}` : KEY_LEFT_OUT
}

function unique(name: string, taken: Set<string>): string {
  let free = name
  for (let n = 2; taken.has(free); n++) free = `${name}-${n}`
  taken.add(free)
  return free
}

/**
 * Its users. Without passwords, and for a user that has none in the plan, no entry is written: an entry without a
 * password, or with an empty one, would be a way in. Source: FreeRADIUS's users(5).
 */
export function freeradiusUsers(site: Site, server: Device, { withKeys, faults }: Keys): string {
  const taken = new Set<string>()
  return lines(
    comment(`${server.name}: users, ${site.name}`),
    withKeys
      ? []
      : [comment('passwords are left out: ask for the file with keys. Nobody can log in with this one')],
    (server.radius?.users ?? []).map(({ name, password }, i) => {
      const at = (part: string, label: string) => fieldOf(site, server, 'users', i, part, label)
      const who = freeradiusUser(name, at('name', `The name of user ${i + 1} of ${server.name}`), faults)
      if (taken.has(name))
        faults.refuse(at('name', `The user “${name}” of ${server.name}`), 'is listed twice', 'each user once')
      taken.add(name)
      if (password === null) return comment(`${name} has no password in the plan and cannot log in`)
      const secret = freeradiusPassword(password, at('password', `The password of “${name}”`), faults)
      return withKeys ? `${who ?? ''} Cleartext-Password := ${secret ?? ''}` : comment(name)
    }),
  )
}
