import { WAY_WORDS } from '~/core/network/discovery'
import { deviceOf, portName, sameEnd } from '~/core/plan'
import type { Id } from '~/core/plan'
import {
  appliesOf,
  expectedSpan,
  factoryOf,
  isAsPlanned,
  isOnAir,
  ledsOf,
  linksNow,
  meantFor,
  pageOf,
  PLAIN_WORD,
  plannedFor,
} from '~/core/world'
import type { Configuration, Gear, World } from '~/core/world'
import { groundOf, loginPoints, testsAt } from './clients'
import type { DeviceSheet, SettingRow, SocketView, TimedPhase } from './sheetTypes'
import { veiledSheet } from './veil'

const S_PER_US = 1e-6

export function deviceSheet(world: World, id: Id): DeviceSheet | null {
  const gear = world.gear.get(id)
  const meant = meantFor(world, id)
  if (!gear || !meant) return null
  const ground = groundOf(world)
  const { login, ip, servesAddresses, ssid } = factoryOf(world.plan, meant)
  return veiledSheet(world, gear, {
    id,
    capwap: gear.capwap,
    leds: {
      ...ledsOf(gear.phase),
      radios: gear.running.device.radios.map(({ band, enabled }) => ({
        band,
        on: enabled && isOnAir(gear.phase),
      })),
    },
    page: pageOf(world, id),
    applies: appliesOf(world, gear),
    settings: settingRows(world, gear),
    typed: gear.typed !== null,
    attempts: gear.attempts.map(({ way, target, ok, says }) => ({ way: WAY_WORDS[way], target, ok, says })),
    past: pastOf(gear, meant.kind),
    firmware: gear.firmware,
    factory: { login, ip, servesAddresses, ssid },
    sockets: socketsOf(world, id),
    clients: testsAt(ground, id),
    logins: loginPoints(ground, id),
    parent: gear.byRadio ? (deviceOf(world.plan, gear.parentId)?.name ?? null) : null,
    isAsPlanned: isAsPlanned(world, gear),
  })
}

const pastOf = (gear: Gear, kind: Parameters<typeof expectedSpan>[0]): TimedPhase[] =>
  gear.history
    .filter(({ fromUs, untilUs }) => untilUs > fromUs)
    .map(({ phase, fromUs, untilUs }) => ({
      phase,
      word: PLAIN_WORD[phase],
      tookS: (untilUs - fromUs) * S_PER_US,
      expected: expectedSpan(kind, phase, { byRadio: gear.byRadio }),
    }))

function socketsOf(world: World, id: Id): SocketView[] {
  const links = linksNow(world)
  return (meantFor(world, id)?.ports ?? []).map(({ number }) => {
    const end = { deviceId: id, port: number }
    const link = links.find(({ a, b }) => sameEnd(a, end) || sameEnd(b, end))
    const far = link && (sameEnd(link.a, end) ? link.b : link.a)
    return {
      port: number,
      label: portName(world.plan, end),
      linkId: link?.id ?? null,
      to: far ? (world.gear.has(far.deviceId) ? portName(world.plan, far) : 'the laptop') : null,
      pulled: link !== undefined && world.pulled.has(link.id),
    }
  })
}

/** What is compared of a configuration, in words. Keys are said to be set, and not shown. */
const SETTINGS: [what: string, of: (configuration: Configuration) => string][] = [
  [
    'Address',
    ({ device: { management } }) =>
      management.addressing === 'fixed'
        ? `${management.ip ?? '?'}/${management.prefixLength ?? '?'}`
        : management.addressing,
  ],
  [
    'Management network',
    ({ device, networks }) =>
      networks.find(({ id }) => id === device.management.networkId)?.name ?? 'untagged',
  ],
  [
    'Address server',
    ({ device, networks }) =>
      serverWords(device.strayServer !== null, networks.filter(({ pool }) => pool !== null).length),
  ],
  ['Networks routed', ({ networks }) => String(networks.filter(({ routedBy }) => routedBy !== null).length)],
  ['SSIDs', ({ ssids }) => ssids.map(({ name }) => name).join(', ') || 'none'],
  ['Trunk ports', ({ device }) => String(device.ports.filter(({ mode }) => mode === 'trunk').length)],
  ['PoE on', ({ device }) => String(device.ports.filter(({ poe }) => poe).length)],
  ['Rules', ({ rules }) => String(rules.length)],
  [
    'Radios on',
    ({ device }) =>
      device.radios
        .filter(({ enabled }) => enabled)
        .map(({ band }) => `${band} GHz`)
        .join(', ') || 'none',
  ],
]

const serverWords = (stray: boolean, served: number): string =>
  stray ? 'on, its factory range' : served > 0 ? `on, for ${served}` : 'off'

function settingRows(world: World, gear: Gear): SettingRow[] {
  const planned = plannedFor(world, gear.id)
  if (!planned) return []
  return SETTINGS.map(([what, of]) => {
    const row = { what, saved: of(gear.saved), running: of(gear.running), planned: of(planned) }
    return { ...row, differs: row.saved !== row.planned || row.running !== row.planned }
  }).filter(
    ({ saved, running, planned: meant }) =>
      ![saved, running, meant].every((text) => text === '0' || text === 'none'),
  )
}
