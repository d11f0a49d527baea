import { join } from 'node:path'
import { deviceFiles } from '~/core/formats'
import { deviceOf, newAir } from '~/core/plan'
import type { Device, EapMethod, RadiusServer, RadiusTarget, Site } from '~/core/plan'
import type { Person } from '~/core/network/layer3'
import { groundOf, tryLogin } from '~/field'
import { perform } from '~/core/world'
import { bench, later, phase } from '../kit/bench'
import { freePort } from '../kit/freePort'
import { boatyard, withDevice, withManagement, withProfile } from '../kit/yard'
import { certificates } from '../real/certificates'
import { FreeRadius } from '../real/freeradius'
import { ran, testWith } from '../real/programs'

/**
 * What the gear of a rehearsal shows at a login, held against a FreeRADIUS started from the same plan's files, asked by
 * eapol_test with the same plan's client file.
 */
const testReal = testWith(['freeradius', 'eapol_test', 'openssl'])

const ACCESS_POINT = '127.9.9.1'
const RIGGER: Person = { user: 'rigger', password: "a\\b'c%{x}" }

interface Case {
  name: string
  shows: string
  server?: Partial<RadiusServer>
  target?: Partial<RadiusTarget>
  person?: Person
}

const CASES: Case[] = [
  { name: 'right, PEAP', shows: 'connected' },
  { name: 'right, TTLS', shows: 'connected', target: { method: 'ttls' } },
  { name: 'right, a certificate of its own', shows: 'connected', target: { method: 'tls' } },
  { name: 'right, any certificate taken', shows: 'connected', target: { trusts: null } },
  { name: 'wrong secret', shows: 'timedOut', target: { secret: 'other' } },
  { name: 'wrong port', shows: 'timedOut', target: { port: 1 } },
  { name: 'not listed', shows: 'timedOut', server: { clients: [] } },
  { name: 'unknown user', shows: 'rejected', person: { ...RIGGER, user: 'nobody' } },
  { name: 'wrong password', shows: 'rejected', person: { ...RIGGER, password: 'guess' } },
  { name: 'no users', shows: 'rejected', server: { users: [] } },
  { name: 'PEAP not offered', shows: 'rejected', server: { methods: ['ttls'] } },
  { name: 'TLS not offered', shows: 'rejected', server: { methods: ['peap'] }, target: { method: 'tls' } },
  { name: 'another authority', shows: 'certificateRefused', target: { trusts: 'County clerk' } },
]

/** The boatyard’s office, whose access point asks for itself. */
function loginYard(port: number, { server = {}, target = {} }: Case): Site {
  const { radius } = boatyard().profiles.find(({ id }) => id === 'prof-login')!
  const profile = withProfile(boatyard(), 'prof-login', {
    radius: { ...radius!, port, secret: 'wire', authenticator: 'accessPoint', ...target },
  })
  const joined = withDevice(profile, 'printer', {
    air: newAir('ap-office', { ssidId: 'ssid-office', enterprise: true }),
  })
  return withDevice(joined, 'radius', {
    radius: {
      port,
      methods: ['peap', 'ttls', 'tls'],
      authority: '',
      clients: [{ deviceId: 'ap-office', secret: 'wire' }],
      users: [{ name: RIGGER.user, password: RIGGER.password }],
      ...server,
    },
  })
}

/** The same plan with both ends of the asking on this machine. */
const onThisMachine = (site: Site): Site =>
  withManagement(
    withManagement(site, 'radius', { ip: '127.0.0.1', prefixLength: 8, addressing: 'fixed' }),
    'ap-office',
    { ip: ACCESS_POINT, prefixLength: 8, addressing: 'fixed' },
  )

const textOf = (site: Site, device: string, kind: string): string =>
  deviceFiles(site, deviceOf(site, device) as Device, true).find(({ id }) => id.endsWith(kind))!.text!

/** What the bench shows once the office’s access point runs. */
function shownAtBench(site: Site, person: Person) {
  const world = bench(site, 20)
  expect(perform(world, { kind: 'adopt', deviceId: 'ap-office' })).toBeNull()
  later(world, 20)
  expect(phase(world, 'ap-office')).toBe('running')
  return tryLogin(groundOf(world), 'ap-office', 'ssid-office', person)
}

const OWN: Record<EapMethod, (folder: string, person: Person) => string> = {
  peap: (_folder, person) => identity(person),
  ttls: (_folder, person) => identity(person),
  tls: (folder) =>
    `  identity="printer"\n  client_cert="${folder}/client.pem"\n  private_key="${folder}/client.key"`,
}
const identity = ({ user, password }: Person) => `  identity="${user}"\n  password="${password}"`

testReal(
  'every fault of a login shows at the bench as a real server and a real client show it',
  async () => {
    const radius = new FreeRadius(await freePort())
    const { path } = radius.folder
    certificates(path, 'login-server')
    try {
      for (const one of CASES) {
        const { shows, person = RIGGER, target } = one
        const meant = loginYard(radius.port, one)
        const site = onThisMachine(meant)
        const started = await radius.start(
          textOf(site, 'radius', 'clients'),
          textOf(site, 'radius', 'users'),
          textOf(site, 'radius', '.eap'),
        )
        expect(started).toMatchObject({ ready: true })
        const { method } = site.profiles.find(({ id }) => id === 'prof-login')!.radius!
        const station = textOf(site, 'printer', 'wpa_supplicant')
          .replace(
            '/etc/wpa_supplicant/login-server-ca.pem',
            join(path, target?.trusts ? 'elsewhere.pem' : 'ca.pem'),
          )
          .replace(/\}\n$/, `${OWN[method](path, person)}\n}\n`)
        const { out } = ran('eapol_test', [
          ...['-c', radius.folder.put('station.conf', station), '-a', '127.0.0.1', '-A', ACCESS_POINT],
          ...['-p', `${target?.port ?? radius.port}`, '-s', target?.secret ?? 'wire', '-t', '2'],
        ])
        expect({ one: one.name, shows: seenIn(out) }).toEqual({ one: one.name, shows })
        const bench = shownAtBench(meant, person)
        expect({ one: one.name, shows: bench?.shows }).toEqual({ one: one.name, shows })
      }
    } finally {
      await radius.stop()
      radius.folder.remove()
    }
  },
  120_000,
)

function seenIn(out: string): string {
  if (/^SUCCESS$/m.test(out)) return 'connected'
  if (/CTRL-EVENT-EAP-TLS-CERT-ERROR/.test(out)) return 'certificateRefused'
  if (/code=3 \(Access-Reject\)|EAP-FAILURE/.test(out)) return 'rejected'
  return /EAPOL test timed out/.test(out) ? 'timedOut' : out.slice(-800)
}
