import { METHOD_NAME } from '../../plan'
import type { Device, RadiusServer, RadiusTarget, SecurityProfile } from '../../plan'

export type LoginFault = 'ENT-1' | 'ENT-2' | 'ENT-3' | 'ENT-4' | 'path'

/** What the person who logs in sees. */
export type Shows = 'connected' | 'timedOut' | 'rejected' | 'certificateRefused'

/** Somebody who logs in with a name and a password. */
export interface Person {
  user: string
  password: string
}

/**
 * How a client's 802.1X login ends, and what to blame when it fails. `serverLog`: what the server writes down of it; null: nothing.
 * Source: RFC 2865 section 3 (who is not listed, or uses another secret, gets no answer), RFC 3579, RFC 3580.
 */
export type Login =
  | { ok: true; shows: 'connected'; says: string; serverLog: string }
  | { ok: false; fault: LoginFault; shows: Shows; says: string; serverLog: string | null }

type Fault = Extract<Login, { ok: false }> | null

/** Who may ask, and with which secret. The server answers nobody else: from the client's side both look alike. */
export function listFault(
  profile: SecurityProfile,
  target: RadiusTarget,
  client: Device,
  server: string,
  known: RadiusServer,
): Fault {
  const listed = known.clients.find(({ deviceId }) => deviceId === client.id)
  if (!listed)
    return {
      ok: false,
      fault: 'ENT-3',
      shows: 'timedOut',
      says: `${server} does not list ${client.name} as a client and does not answer it: the login times out.`,
      serverLog: 'unknown client',
    }
  if (listed.secret === target.secret && target.secret !== null) return null
  return {
    ok: false,
    fault: 'ENT-2',
    shows: 'timedOut',
    says: `The shared secret of “${profile.name}” and the one ${server} has for ${client.name} are not the same: it rejects in silence, and the login times out.`,
    serverLog: 'invalid Message-Authenticator: the shared secret is incorrect',
  }
}

/** Whether the client profile uses a way that the server offers, and takes its certificate. */
export function trustFault(
  profile: SecurityProfile,
  { method, trusts }: RadiusTarget,
  server: string,
  { methods, authority }: RadiusServer,
): Fault {
  if (!methods.includes(method))
    return {
      ok: false,
      fault: 'ENT-4',
      shows: 'rejected',
      says: `Clients of “${profile.name}” are set to ${METHOD_NAME[method]}, and ${server} offers ${methods.map((one) => METHOD_NAME[one]).join(' and ')}.`,
      serverLog: 'no mutually acceptable EAP type',
    }
  if (trusts === null || trusts === authority) return null
  return {
    ok: false,
    fault: 'ENT-4',
    shows: 'certificateRefused',
    says: `Clients of “${profile.name}” trust ${authorityName(trusts)}, and the certificate of ${server} is signed by ${authorityName(authority)}.`,
    serverLog: 'TLS alert: unknown CA',
  }
}

/** Whether the server knows the person. A client certificate needs no user. */
export function userFault(
  { method }: RadiusTarget,
  server: string,
  { users }: RadiusServer,
  person: Person | undefined,
): Fault {
  if (method === 'tls') return null
  const no = (says: string, serverLog: string): Fault => ({
    ok: false,
    fault: 'ENT-3',
    shows: 'rejected',
    says,
    serverLog,
  })
  if (users.length === 0) return no(`${server} has no users, so nobody can log in.`, 'no such user')
  if (!person) return null
  const user = users.find(({ name }) => name === person.user)
  if (!user) return no(`${server} has no user “${person.user}”.`, 'no such user')
  return user.password === person.password
    ? null
    : no(`The password of “${person.user}” is not the one ${server} has.`, 'response is incorrect')
}

export const authorityName = (authority: string): string => authority || 'the site’s own authority'
