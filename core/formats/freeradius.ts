import { deviceOf } from '../site'
import type { Device, Site } from '../site'
import { comment, KEY_LEFT_OUT, lines, quoted, slug } from './text'

/** The clients of a RADIUS server as FreeRADIUS reads them. Source: its clients.conf(5). */
export function freeradiusClients(site: Site, server: Device, withKeys: boolean): string {
  const entries = (server.radius?.clients ?? []).flatMap(({ deviceId, secret }) => {
    const client = deviceOf(site, deviceId)
    if (!client) return []
    const ip = client.management.ip
    return [
      '',
      comment(client.name),
      ...(ip === null
        ? [comment('has no fixed address in the plan: give it one, or a reservation')]
        : [
            `client ${slug(client.name)} {`,
            `  ipaddr = ${ip}`,
            `  secret = ${quoted(withKeys ? (secret ?? '') : KEY_LEFT_OUT)}`,
            '}',
          ]),
    ]
  })
  return lines(
    comment(`${server.name}: who may ask for logins, ${site.name}`),
    comment(`listens on UDP port ${server.radius?.port ?? '?'}`),
    entries,
  )
}

/** Its users. Source: FreeRADIUS's users(5). */
export function freeradiusUsers(site: Site, server: Device, withKeys: boolean): string {
  return lines(
    comment(`${server.name}: users, ${site.name}`),
    (server.radius?.users ?? []).map(
      ({ name, password }) =>
        `${quoted(name)} Cleartext-Password := ${quoted(withKeys ? (password ?? '') : KEY_LEFT_OUT)}`,
    ),
  )
}
