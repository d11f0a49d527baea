import { spawn } from 'node:child_process'
import { deviceFiles } from '~/core/formats'
import { deviceOf, newAir, NEW_RADIUS_SERVER } from '~/core/plan'
import type { Device, Site } from '~/core/plan'
import { freePort } from '../kit/freePort'
import { boatyard, withDevice, withManagement, withProfile } from '../kit/yard'
import { certificates } from '../real/certificates'
import { FreeRadius } from '../real/freeradius'
import { must, noNamespaces, ran, testWith } from '../real/programs'

/** Logins by 802.1X with the exported files at both ends: the access point's secret, and the station's trust. */
const testReal = testWith(
  ['freeradius', 'hostapd', 'wpa_supplicant', 'eapol_test', 'openssl', 'ip'],
  noNamespaces,
)

const PLAIN = {
  modules: '  eap {\n    default_eap_type = md5\n    md5 {\n    }\n  }',
  authorize: '    eap',
  authenticate: '    eap',
  servers: '',
}

/** The boatyard with its login server on this machine, and the printer joining the SSID that asks for logins. */
function loginYard(port: number, secret: string): Site {
  const site = withManagement(boatyard(), 'radius', { ip: '127.0.0.1', prefixLength: 8 })
  const office = withManagement(site, 'ap-office', { ip: '127.0.0.1', prefixLength: 8 })
  const { radius } = office.profiles.find(({ id }) => id === 'prof-login')!
  const profile = withProfile(office, 'prof-login', {
    radius: { ...radius!, port, secret, authenticator: 'accessPoint' },
  })
  const joined = withDevice(profile, 'printer', {
    air: newAir('ap-office', { ssidId: 'ssid-office', enterprise: true }),
  })
  return withDevice(joined, 'radius', {
    radius: {
      ...NEW_RADIUS_SERVER,
      port,
      clients: [{ deviceId: 'ap-office', secret }],
      users: [{ name: 'rigger', password: "a\\b'c%{x}" }],
    },
  })
}

const textOf = (site: Site, device: string, kind: string): string =>
  deviceFiles(site, deviceOf(site, device) as Device, true).find(({ id }) => id.endsWith(kind))!.text!

/** hostapd with the exported RADIUS lines on a wire, and a client that logs in over it. */
async function loginOverWire(radius: FreeRadius, site: Site, client: string): Promise<boolean> {
  const space = `yw${process.pid % 10_000}`
  const settings = textOf(site, 'ap-office', 'hostapd-5ghz')
    .split('\n')
    .filter((line) => /^(auth_server_|own_ip_addr|ieee8021x)/.test(line))
  must('ip', ['netns', 'add', space])
  must('ip', ['link', 'add', 'yw0', 'type', 'veth', 'peer', 'name', 'yw1', 'netns', space])
  must('ip', ['link', 'set', 'yw0', 'up'])
  must('ip', ['-n', space, 'link', 'set', 'yw1', 'up'])
  const conf = radius.folder.put(
    'wired.conf',
    ['interface=yw0', 'driver=wired', 'use_pae_group_addr=1', 'eap_reauth_period=0', ...settings, ''].join(
      '\n',
    ),
  )
  const hostapd = spawn('hostapd', [conf], { stdio: 'ignore' })
  const supplicant = spawn(
    'ip',
    [
      'netns',
      'exec',
      space,
      'wpa_supplicant',
      '-D',
      'wired',
      '-i',
      'yw1',
      '-c',
      radius.folder.put('client.conf', client),
    ],
    { stdio: 'ignore' },
  )
  try {
    for (let tries = 0; tries < 80; tries++) {
      if (/Login OK/.test(radius.log())) return true
      await new Promise((done) => setTimeout(done, 100))
    }
    return false
  } finally {
    hostapd.kill('SIGKILL')
    supplicant.kill('SIGKILL')
    ran('ip', ['link', 'del', 'yw0'])
    ran('ip', ['netns', 'del', space])
  }
}

testReal(
  'a secret that both exported files hold lets the access point ask for a login, whatever is in it',
  async () => {
    const radius = new FreeRadius(await freePort(), PLAIN)
    try {
      const client =
        'ap_scan=0\neapol_version=2\nnetwork={\n  key_mgmt=IEEE8021X\n  eap=MD5\n  identity="rigger"\n  password="a\\b\'c%{x}"\n  eapol_flags=0\n}\n'
      for (const secret of ['a\\b\\\\c"d', " $ENV{HOME}`x`'%{y}# |", 'end\\']) {
        const site = loginYard(radius.port, secret)
        const started = await radius.start(textOf(site, 'radius', 'clients'), textOf(site, 'radius', 'users'))
        expect(started.ready).toBe(true)
        expect({ secret, ok: await loginOverWire(radius, site, client) }).toEqual({ secret, ok: true })
      }
      const other = loginYard(radius.port, 'another')
      expect(await loginOverWireAfter(radius, other, client)).toBe(false)
    } finally {
      await radius.stop()
      radius.folder.remove()
    }
  },
  120_000,
)

/** The same with a log that begins anew. */
async function loginOverWireAfter(radius: FreeRadius, site: Site, client: string): Promise<boolean> {
  const right = loginYard(radius.port, 'right')
  await radius.start(textOf(right, 'radius', 'clients'), textOf(right, 'radius', 'users'))
  return loginOverWire(radius, site, client)
}

testReal(
  'a station logs in where the certificate has the server’s name, and gives its password to nobody else',
  async () => {
    const radius = new FreeRadius(await freePort())
    const { path } = radius.folder
    const site = loginYard(radius.port, 'wire')
    const station = textOf(site, 'printer', 'wpa_supplicant').replace(
      '/etc/wpa_supplicant/login-server-ca.pem',
      `${path}/ca.pem`,
    )
    const identity = '  identity="rigger"\n  password="a\\b\'c%{x}"\n}'
    const login = (text: string): boolean =>
      ran('eapol_test', [
        ...['-c', radius.folder.put('station.conf', text), '-a', '127.0.0.1', '-p', `${radius.port}`],
        ...['-s', 'wire', '-t', '3'],
      ]).ok
    const serve = async (name: string) => {
      certificates(path, name)
      return radius.start(
        textOf(site, 'radius', 'clients'),
        textOf(site, 'radius', 'users'),
        textOf(site, 'radius', '.eap'),
      )
    }
    try {
      const name = /domain_match="([^"]+)"/.exec(station)![1]!
      expect(await serve(name)).toMatchObject({ ready: true })
      expect(login(station.replace(/\}\n$/, identity))).toBe(true)
      expect(login(station)).toBe(false)
      expect(await serve('elsewhere.example')).toMatchObject({ ready: true })
      expect(login(station.replace(/\}\n$/, identity))).toBe(false)
    } finally {
      await radius.stop()
      radius.folder.remove()
    }
  },
  60_000,
)
