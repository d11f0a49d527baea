import { seededRandom } from '~/core/lib/random'
import type { Random } from '~/core/lib/random'
import { bareDevice, newAir, NEW_RADIUS_SERVER } from '~/core/plan'
import type { Device, EapMethod, SecurityMode, Site } from '~/core/plan'
import { boatyard } from './yard'

/** Orders that a reader might carry out if it took a value for more than a value. `CANARY` is a file of the test's own. */
const ORDERS = [
  '`touch CANARY`',
  '$(touch CANARY)',
  '%{exec:/usr/bin/touch CANARY}',
  '%{User-Name}',
  '%{sql:select 1}',
  '${confdir}',
  '$ENV{HOME}',
  '%%{x}',
  ';touch CANARY;',
  '| touch CANARY',
  '\u2028touch CANARY\u2029',
  '\ntouch CANARY\n',
  '\rdhcp-script=/usr/bin/touch CANARY',
  '\u0085interface=evil0',
  '\u000binterface=evil0',
  '\u000cnetwork={',
]
/** What one grammar or another takes for a word of its own. */
const KEYWORDS = [
  'DEFAULT',
  '$INCLUDE',
  'ignore',
  'infinite',
  '12h',
  '0',
  '4711',
  'null',
  'true',
  '~',
  'no',
  '0x6869',
  '--help',
  '-e',
  'drop',
  'accept',
  '}',
  '{',
  'network={',
  'client x {',
  '#',
  '# not a comment',
  '|id=you',
  '|mac=02:00:00:00:00:01',
  '"',
  "'",
  '""',
  "\\'",
  '\\"',
  '\\',
  '\\\\',
  'end\\',
  'tab\there',
  ' spaces at the ends ',
  '\u00a0',
  'Wäscherei',
  '帆船',
  '⛵',
  '=1+1',
  '@x',
  'a,b;c',
  '<b>&amp;',
]

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T

/** A text of one to four of those, at most so many octets. */
export function hostileText(random: Random, octets: number): string {
  const parts = Array.from({ length: 1 + Math.floor(random() * 4) }, () =>
    random() < 0.3 ? pick(random, ORDERS) : pick(random, KEYWORDS),
  )
  return clipped(parts.join(random() < 0.5 ? '' : ' '), octets) || 'x'
}

function clipped(text: string, octets: number): string {
  let clip = ''
  for (const character of text) {
    if (Buffer.byteLength(clip + character) > octets) return clip
    clip += character
  }
  return clip
}

const HEX = '0123456789abcdefABCDEF'
const hexKey = (random: Random): string => Array.from({ length: 64 }, () => pick(random, [...HEX])).join('')

/** A key of 8 to 63 octets, exactly 63 now and then, or 64 hex digits. */
function hostileKey(random: Random): string {
  if (random() < 0.15) return hexKey(random)
  const text = hostileText(random, 63)
  const long = random() < 0.2 ? clipped(text.padEnd(63, '#"\\|'), 63) : text
  return Buffer.byteLength(long) < 8 ? `${long}--------`.slice(0, 12) : long
}

const METHODS: EapMethod[] = ['peap', 'ttls', 'tls']

const MODES: SecurityMode[] = [
  'wpa2-aes',
  'wpa2-wpa3',
  'wpa3-sae',
  'wpa2-enterprise',
  'wpa3-enterprise',
  'open',
  'wep',
]

/**
 * The boatyard with hostile values in every text field, another security mode and key for each profile, and users and
 * clients of its RADIUS server by the dozen. Addresses of the RADIUS clients are loopback's, of the test's own machine.
 */
export function hostilePlan(seed: number, canary: string): Site {
  const random = seededRandom(seed)
  const text = (octets: number) => hostileText(random, octets).replaceAll('CANARY', canary)
  const base = boatyard()
  const name = () => clipped(text(60), 60) || 'x'
  const devices = base.devices.map((device): Device => ({ ...device, name: name() }))
  const askers = Array.from({ length: 4 }, (_, i): Device => {
    const asker = bareDevice(`asker-${i}`, name(), 'accessPoint')
    const ip = `127.${1 + (seed % 250)}.${1 + Math.floor(seed / 250)}.${i + 1}`
    return { ...asker, management: { ...asker.management, addressing: 'fixed', ip, prefixLength: 8 } }
  })
  const named = new Set<string>()
  const users = Array.from({ length: 6 }, () => ({
    name: clipped(text(60), 60),
    password: text(100),
  })).filter((user) => !named.has(user.name) && named.add(user.name))
  const clients = askers.map(({ id }) => ({ deviceId: id, secret: text(100) }))
  return {
    ...base,
    name: name(),
    networks: base.networks.map((network) => ({ ...network, name: name() })),
    profiles: base.profiles.map((profile) => ({
      ...profile,
      name: name(),
      mode: pick(random, MODES),
      passphrase: hostileKey(random).replaceAll('CANARY', 'x'),
      radius: {
        serverId: 'radius',
        port: 1812,
        secret: text(100),
        authenticator: 'accessPoint',
        method: pick(random, METHODS),
        trusts: clipped(text(60), 60),
      },
    })),
    ssids: base.ssids.map((ssid) => ({
      ...ssid,
      name: clipped(random() < 0.2 ? text(32).padEnd(32, '~') : text(32), 32) || 'x',
    })),
    devices: [
      ...devices.map((device): Device => {
        if (device.id === 'radius')
          return {
            ...device,
            radius: { ...NEW_RADIUS_SERVER, authority: clipped(text(60), 60), clients, users },
          }
        if (device.id === 'printer')
          return { ...device, air: newAir('ap-work-1', { ssidId: pick(random, base.ssids).id }) }
        return device
      }),
      ...askers,
    ],
  }
}
