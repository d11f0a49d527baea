import { deviceFiles } from '~/core/formats'
import { deviceOf } from '~/core/plan'
import type { Device, Site } from '~/core/plan'
import { freePort } from '../kit/freePort'
import { hostilePlan } from '../kit/hostile'
import { boatyard, demoYard, spoiltDemoYard, withDevice, withManagement } from '../kit/yard'
import { FreeRadius } from '../real/freeradius'
import { papLogin } from '../real/papClient'
import { testWith } from '../real/programs'

/** The files of a login server past a real FreeRADIUS: who can log in with what is what the plan says. */
const testReal = testWith(['freeradius', 'radclient'])
const PLANS = 500
/** Plans whose files are tried in one server: it takes half a second to start. */
const TOGETHER = 25

const server = (site: Site) => deviceOf(site, 'radius') as Device & { radius: NonNullable<Device['radius']> }
const fileOf = (site: Site, kind: string, withKeys = true) =>
  deviceFiles(site, server(site), withKeys).find(({ id }) => id.endsWith(kind))!

const REASON =
  /control character|half of a character|backslash before a quotation mark or at its end|everybody|another file/

testReal(
  `whoever the files of ${PLANS} hostile plans let in is let in, by PAP and MS-CHAP, and nobody else`,
  async () => {
    const radius = new FreeRadius(await freePort())
    let logins = 0
    try {
      for (let first = 0; first < PLANS; first += TOGETHER) {
        const known = new Set<string>()
        const plans = Array.from({ length: TOGETHER }, (_, i) => {
          const site = oneByOne(hostilePlan(first + i, radius.folder.canary), known)
          return { site, clients: fileOf(site, 'clients'), users: fileOf(site, 'users') }
        })
        const clients = plans.map(({ clients: { text } }, i) =>
          (text ?? '').replaceAll(/^client /gm, `client p${i}-`),
        )
        const users = plans.map(({ users: { text } }) => text ?? '')
        const { ready, out } = await radius.start(clients.join('\n'), users.join('\n'))
        expect({ first, ready, out: ready ? '' : out }).toEqual({ first, ready: true, out: '' })
        for (const plan of plans) logins += await everyLogin(radius, plan.site)
      }
      expect(logins).toBeGreaterThan(PLANS * 2)
      expect(radius.folder.isUntouched()).toBe(true)
    } finally {
      await radius.stop()
      radius.folder.remove()
    }
  },
  400_000,
)

/**
 * A plan without the values that its files refuse, each refused for a reason of the grammar; users that an earlier plan in
 * the same server has already are left out.
 */
function oneByOne(site: Site, known: Set<string>): Site {
  const { radius } = server(site)
  const bare = (part: Partial<typeof radius>): Site =>
    withDevice(site, 'radius', { radius: { ...radius, clients: [], users: [], ...part } })
  const isTaken = (one: Site, kind: string): boolean => {
    const { text, refused } = fileOf(one, kind)
    for (const { message } of refused) expect(message).toMatch(REASON)
    return text !== null
  }
  const users = radius.users
    .filter((user) => !known.has(user.name) && known.add(user.name))
    .filter((user) => isTaken(bare({ users: [user] }), 'users'))
  const clients = radius.clients.filter((client) => isTaken(bare({ clients: [client] }), 'clients'))
  return withDevice(site, 'radius', { radius: { ...radius, users, clients } })
}

/** Each user from one client and each client with one user; a wrong password and an empty one get nowhere. */
async function everyLogin(radius: FreeRadius, site: Site): Promise<number> {
  const { users, clients } = server(site).radius
  const [from] = clients
  const [user] = users
  if (!from || !user) return 0
  const ip = (client: typeof from) => deviceOf(site, client.deviceId)!.management.ip!
  const pap = (client: typeof from, name: string, password: string) =>
    papLogin(ip(client), radius.port, { secret: client.secret!, user: name, password })
  const said = await Promise.all(
    users.map(async ({ name, password }) => ({
      name,
      password,
      right: await pap(from, name, password!),
      wrong: await pap(from, name, `${password!}!`),
      empty: await pap(from, name, ''),
    })),
  )
  expect(said).toEqual(
    users.map(({ name, password }) => ({ name, password, right: true, wrong: false, empty: false })),
  )
  const plain = users.find(({ name, password }) => !`${name}${password}`.includes('\\'))
  if (plain) {
    const chap = (password: string) => radius.msChapLogin(ip(from), from.secret!, plain.name, password)
    expect({ plain, right: chap(plain.password!), wrong: chap('wrong') }).toEqual({
      plain,
      right: true,
      wrong: false,
    })
  }
  for (const client of clients.slice(1))
    expect({ secret: client.secret, ok: await pap(client, user.name, user.password!) }).toEqual({
      secret: client.secret,
      ok: true,
    })
  return said.length
}

testReal(
  'everybody in the demos logs in, from each client that is listed',
  async () => {
    const radius = new FreeRadius(await freePort())
    try {
      for (const demo of [spoiltDemoYard(), demoYard()]) {
        // The same plan with the login server's clients on this machine.
        const clients = server(demo).radius.clients
        const site = clients.reduce(
          (one, { deviceId }, i) =>
            withManagement(one, deviceId, { ip: `127.9.9.${i + 1}`, prefixLength: 8 }),
          demo,
        )
        const text = (kind: string) => fileOf(site, kind).text!
        expect(await radius.start(text('clients'), text('users'))).toMatchObject({ ready: true })
        expect(await everyLogin(radius, site)).toBe(server(site).radius.users.length)
      }
    } finally {
      await radius.stop()
      radius.folder.remove()
    }
  },
  60_000,
)

testReal(
  'without keys the server does not start, and users alone let nobody in',
  async () => {
    const radius = new FreeRadius(await freePort())
    try {
      const site = boatyard()
      const login = (user: string, password: string) =>
        papLogin('127.0.0.1', radius.port, { secret: 's', user, password })
      const text = (kind: string, withKeys: boolean) => fileOf(site, kind, withKeys).text!
      expect((await radius.start(text('clients', false), text('users', true))).ready).toBe(false)
      const local = 'client l {\n  ipaddr = 127.0.0.1\n  secret = s\n}\n'
      expect((await radius.start(local, text('users', false))).ready).toBe(true)
      for (const { name, password } of server(site).radius.users)
        for (const tried of [password!, '', 'left-out--ask-for-the-file-with-keys'])
          expect(await login(name, tried)).toBe(false)
      expect((await radius.start(local, text('users', true))).ready).toBe(true)
      const [user] = server(site).radius.users
      expect(await login(user!.name, user!.password!)).toBe(true)
    } finally {
      await radius.stop()
      radius.folder.remove()
    }
  },
  60_000,
)

test('a user without a password gets no entry; the same client twice, DEFAULT and $include are refused by their field', () => {
  const site = boatyard()
  const { radius } = server(site)
  const withRadius = (part: Partial<typeof radius>) =>
    withDevice(site, 'radius', { radius: { ...radius, ...part } })
  const text = fileOf(withRadius({ users: [{ name: 'nobody', password: null }] }), 'users').text!
  expect(text).not.toMatch(/^(?!#)./m)
  const twice = fileOf(withRadius({ clients: [...radius.clients, ...radius.clients.slice(0, 1)] }), 'clients')
  expect(twice).toMatchObject({
    text: null,
    refused: [{ path: ['devices', 7, 'radius', 'clients', radius.clients.length, 'deviceId'] }],
  })
  for (const name of ['DEFAULT', '$include', '$INCLUDE'])
    expect(fileOf(withRadius({ users: [{ name, password: 'p' }] }), 'users')).toMatchObject({
      text: null,
      refused: [{ path: ['devices', 7, 'radius', 'users', 0, 'name'] }],
    })
})
