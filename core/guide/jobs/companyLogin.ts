import {
  EAP_METHODS,
  METHOD_NAME,
  NEW_RADIUS_SERVER,
  NEW_RADIUS_TARGET,
  networkOf,
  newProfile,
  newSsid,
  newKey,
} from '../../plan'
import { plural } from '../../lib/plural'
import type { Random } from '../../lib/random'
import type { Device, EapMethod, RadiusServer } from '../../plan'
import { textOf } from './answers'
import { base, baseQuestions } from './draft/base'
import type { Base } from './draft/base'
import { change, freshId, now, put, refuse, say } from './draft/draft'
import type { Draft } from './draft/draft'
import { addAccessPoints, carriersOf } from './draft/fleet'
import { addDevice, manageAt } from './draft/gear'
import { plugIn } from './draft/plug'
import type { Job } from './job'
import { choice, key, ssid, ssidFrom, text } from './questions'

const USER = /^[A-Za-z0-9._-]{1,32}$/
const MOST_USERS = 50

export const companyLogin: Job = {
  name: 'Company login (802.1X)',
  says: 'A RADIUS server, its clients and users, an SSID that asks each person to log in, and the client profile.',
  asks: (ask) => [
    ...baseQuestions(ask, { expected: 30, guests: false, ssid: false }),
    ssid('loginSsid', 'What is the network with the login called?', ssidFrom(ask.site, '-Staff')),
    text('users', 'Who logs in?', 'anna ben', 'Names with spaces between; each gets a password of its own.'),
    key('secret', 'The secret that server and access points share?', ask),
    choice(
      'method',
      'How do people prove who they are?',
      EAP_METHODS.filter((method) => method !== 'tls').map((method) => ({
        value: method,
        label: METHOD_NAME[method],
        ...(method === 'peap'
          ? {
              gives: 'Every common client knows it.',
              costs:
                'Its inner handshake is old: a client that takes any certificate gives its password away.',
            }
          : {
              gives: 'The server may keep passwords as it likes.',
              costs: 'Some clients want a profile installed for it.',
            }),
      })),
    ),
  ],
  make: (draft, answers, random) => {
    const users = textOf(answers, 'users')
      .split(/[\s,;]+/)
      .filter(Boolean)
    const wrong = users.find((name) => !USER.test(name) || name.toUpperCase() === 'DEFAULT')
    const twice = users.find((name, i) => users.indexOf(name) !== i)
    if (wrong !== undefined || twice !== undefined || users.length > MOST_USERS) {
      const what = wrong ?? twice ?? `${users.length} names`
      refuse(
        draft,
        'users',
        `Who logs in? “${what}” cannot be taken. Accepted: up to ${MOST_USERS} different names of letters, digits, dots and hyphens, and not DEFAULT, which stands for everybody.`,
      )
      return
    }
    const made = base(draft, answers, { typeId: 't-gateway', gear: true })
    const aps = askers(draft, made)
    const server = addServer(draft, made)
    const secret = textOf(answers, 'secret')
    const method = textOf(answers, 'method') as EapMethod
    const again = users.filter((name) => server.radius?.users.some((one) => one.name === name))
    const lists = joined(draft, server, { aps, secret, method, users: newUsers(users, random) })
    if (!lists) return
    change(draft, server, { radius: lists })
    const profile = put(draft, 'profiles', {
      ...newProfile(freshId(draft, 'profiles', 'login')),
      name: `Login of ${textOf(answers, 'loginSsid')}`.slice(0, 40),
      mode: 'wpa2-enterprise',
      radius: {
        ...NEW_RADIUS_TARGET,
        port: server.radius?.port ?? NEW_RADIUS_TARGET.port,
        serverId: server.id,
        secret,
        method,
        trusts: server.radius?.authority ?? '',
      },
    })
    put(draft, 'ssids', {
      ...newSsid(freshId(draft, 'ssids', 'ssid'), profile.id),
      name: textOf(answers, 'loginSsid'),
      networkId: made.people.id,
      accessPointIds: aps.map(({ id }) => id),
    })
    const { ip } = now(draft, server).management
    say(
      draft,
      server.name,
      `${ip ?? ''}, port ${NEW_RADIUS_TARGET.port} (RFC 2865). ${plural(aps.length, 'access point')} listed as clients, each at an address of its own; ${plural(users.length, 'user')}.${again.length > 0 ? ` ${again.join(', ')} it knew already: their passwords stay.` : ''}`,
    )
    draft.steps.push(
      'Address table first: ping server and access points from each other.',
      `Server: every access point as a client, with the same secret. Users made. Port ${NEW_RADIUS_TARGET.port} at both ends (old servers listen on 1645).`,
      'Access points: server address, port, secret. To the letter.',
      'Switch the SSID from a key to 802.1X, and name the server.',
      `Client profile by hand: ${METHOD_NAME[method]}, and the certificate authority that it trusts. 30–60 s to connect.`,
    )
    draft.tests.push(
      'Log in as one of the users; then with a wrong password: it must fail.',
      'Log in with a certificate that is not the server’s: the client must refuse.',
    )
  },
}

const newUsers = (names: readonly string[], random: Random): RadiusServer['users'] =>
  names.map((name) => ({ name, password: newKey(random) }))

interface More {
  aps: readonly Device[]
  secret: string
  method: EapMethod
  users: RadiusServer['users']
}

/** What the server knows already stays; null, and refused, where an access point is listed with another secret. */
function joined(draft: Draft, server: Device, { aps, secret, method, users }: More): RadiusServer | null {
  const known = server.radius ?? NEW_RADIUS_SERVER
  const other = known.clients.find(
    (client) => aps.some(({ id }) => id === client.deviceId) && client.secret !== secret,
  )
  if (other) {
    const name = aps.find(({ id }) => id === other.deviceId)?.name ?? other.deviceId
    refuse(
      draft,
      'secret',
      `The secret that server and access points share? ${server.name} lists ${name} with another one already. Accepted: that one.`,
    )
    return null
  }
  const isListed = (id: string) => known.clients.some(({ deviceId }) => deviceId === id)
  return {
    ...known,
    methods: [...new Set([...known.methods, method])],
    clients: [
      ...known.clients,
      ...aps.filter(({ id }) => !isListed(id)).map(({ id }) => ({ deviceId: id, secret })),
    ],
    users: [...known.users, ...users.filter(({ name }) => !known.users.some((one) => one.name === name))],
  }
}

/** Access points that ask for their clients: each at an address by which the server knows it. */
function askers(draft: Draft, { gear, people }: Base): Device[] {
  const there = carriersOf(draft).filter(
    ({ management }) => networkOf(draft.site, management.networkId) !== undefined,
  )
  const aps =
    there.length > 0
      ? there
      : addAccessPoints(draft, { count: 2, gear, clients: people, lengthM: 30, addressing: 'fixed' })
  return aps.map((ap) => {
    const home = networkOf(draft.site, ap.management.networkId)
    return ap.management.addressing === 'fixed' || !home ? ap : manageAt(draft, ap, home)
  })
}

function addServer(draft: Draft, { gear, people, gateway }: Base): Device {
  const known = draft.site.devices.find(({ radius }) => radius !== null)
  if (known) return known
  const fresh = addDevice(draft, 't-radius', {
    id: 'radius',
    name: 'Login server',
    place: gateway.place,
    vlanId: gear.vlanId,
  })
  manageAt(draft, fresh, gear)
  plugIn(draft, fresh, { network: gear, gear, clients: people })
  return now(draft, fresh)
}
