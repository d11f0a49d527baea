import { munkres } from 'munkres'
import { bad, good } from '../../lib/outcome'
import type { Outcome } from '../../lib/outcome'
import { canServeClass, pseLimitW } from '../../network/power'
import {
  deviceOf,
  isAccessPoint,
  kindOf,
  linkAt,
  neighbourAt,
  networkOf,
  plugEdits,
  portName,
  portSpecOf,
  typeOf,
  vlansServed,
} from '../../plan'
import type { Device, Edit, Id, Link, LinkEnd, Port, Site } from '../../plan'
import type { Proposal, Reason } from './types'

/**
 * What each misfit weighs. Only their order matters: no power is worse than any number of moves, a move is worse than a
 * slow port, a slow port is worse than a wasted strong one. Common practice, no source.
 */
const COST = { noPower: 1_000_000, move: 100, slow: 40, perSpareWatt: 0.1 }

interface Guest {
  device: Device
  /** Its own socket that goes to the switch. */
  socket: number
  link: Link | undefined
  now: number | null
}

/**
 * Which device goes into which port of a switch: fewest patch changes, power and speed that fit, trunks where tags are
 * needed. An assignment of least cost (Munkres' algorithm, by the package munkres). Cables to other switches and to the
 * router stay where they are.
 */
export function proposePorts(site: Site, switchId: Id, alsoPlug: Id[] = []): Outcome<Proposal> {
  const device = deviceOf(site, switchId)
  if (!device || kindOf(device).switching !== 'managed') return refuse('switchId', 'Choose a managed switch.')
  const guests = [...pluggedIn(site, device), ...newcomers(site, alsoPlug)]
  const ports = device.ports.filter((port) => !isFixed(site, device, port))
  if (guests.length > ports.length)
    return refuse(
      'alsoPlug',
      `${guests.length} devices want a port of ${device.name}, and ${ports.length} can be given. Take ${guests.length - ports.length} elsewhere.`,
    )
  if (guests.length === 0) return good({ label: `Ports of ${device.name}`, edits: [], reasons: [] })
  const costs = guests.map((guest) => ports.map((port) => costOf(site, device, guest, port)))
  const pairs = munkres(costs).map(([row, column]) => ({ guest: guests[row], port: ports[column] }))
  return good(
    proposal(
      site,
      device,
      pairs.flatMap(({ guest, port }) => (guest && port ? [{ guest, port }] : [])),
    ),
  )
}

const refuse = (field: string, message: string): Outcome<never> =>
  bad({ path: [field], code: 'ports', message })

function pluggedIn(site: Site, device: Device): Guest[] {
  return device.ports.flatMap(({ number }) => {
    const far = neighbourAt(site, { deviceId: device.id, port: number })
    return far && kindOf(far.device).isMovable
      ? [{ device: far.device, socket: far.end.port, link: far.link, now: number }]
      : []
  })
}

function newcomers(site: Site, ids: Id[]): Guest[] {
  return site.devices
    .filter(({ id }) => ids.includes(id))
    .flatMap((device) => {
      const socket = device.ports.find(({ number }) => !linkAt(site, { deviceId: device.id, port: number }))
      return socket ? [{ device, socket: socket.number, link: undefined, now: null }] : []
    })
}

function isFixed(site: Site, device: Device, { number }: Port): boolean {
  const far = neighbourAt(site, { deviceId: device.id, port: number })
  return far !== undefined && !kindOf(far.device).isMovable
}

function costOf(site: Site, device: Device, guest: Guest, port: Port): number {
  const spec = portSpecOf(site, device, port.number)
  const poeClass = guest.device.powerSource === 'poe' ? (typeOf(site, guest.device)?.poeClass ?? null) : null
  const fed = poeClass === null || (spec?.pse != null && canServeClass(spec.pse, poeClass))
  const wanted = portSpecOf(site, guest.device, guest.socket)?.maxMbps ?? 0
  return (
    (fed ? 0 : COST.noPower) +
    (guest.now === null || guest.now === port.number ? 0 : COST.move) +
    ((spec?.maxMbps ?? 0) < wanted ? COST.slow : 0) +
    (spec?.pse && poeClass === null ? pseLimitW(spec.pse) * COST.perSpareWatt : 0)
  )
}

function proposal(site: Site, device: Device, pairs: { guest: Guest; port: Port }[]): Proposal {
  const edits: Edit[] = []
  const reasons: Reason[] = []
  const moved = new Set(
    pairs.flatMap(({ guest, port }) => (guest.now === port.number ? [] : (guest.link?.id ?? []))),
  )
  for (const { guest, port } of pairs) {
    const end: LinkEnd = { deviceId: device.id, port: port.number }
    const next = settingsFor(site, device, guest, port)
    if (JSON.stringify(next) !== JSON.stringify(port))
      edits.push({ op: 'port', deviceId: device.id, port: next })
    // Two guests may change places: a cable that moves itself is not pulled out for another, and keeps its drawn way.
    if (guest.now !== port.number)
      edits.push(...plug(site, guest, end).filter((edit) => edit.op !== 'remove' || !moved.has(edit.id)))
    reasons.push({
      about: guest.device.name,
      says: `${where(site, device, guest, port)} ${why(site, device, guest, next)}`.trim(),
    })
  }
  return { label: `Ports of ${device.name}`, edits, reasons }
}

const plug = (site: Site, { device, socket, link }: Guest, end: LinkEnd): Edit[] =>
  plugEdits(
    site,
    end,
    { deviceId: device.id, port: socket },
    {
      id: link?.id ?? `l-${end.deviceId}-${device.id}`.slice(0, 40),
      lengthM: link?.lengthM,
      category: link?.category,
      statedMbps: link?.statedMbps,
    },
  )

function settingsFor(site: Site, device: Device, guest: Guest, port: Port): Port {
  const poe = guest.device.powerSource === 'poe' && portSpecOf(site, device, port.number)?.pse != null
  const base = { ...port, poe }
  if (isAccessPoint(guest.device)) {
    const native = networkOf(site, guest.device.management.networkId)?.vlanId ?? port.nativeVlan
    const tagged = vlansServed(site, guest.device).filter((vlanId) => vlanId !== native)
    return {
      ...base,
      mode: 'trunk',
      nativeVlan: native,
      taggedVlans: tagged.sort((a, b) => a - b),
      admit: 'all',
    }
  }
  const vlanId = networkOf(site, guest.device.management.networkId)?.vlanId
  if (vlanId === undefined) return base
  return { ...base, mode: 'access', nativeVlan: vlanId, taggedVlans: [], admit: 'untaggedOnly' }
}

function where(site: Site, device: Device, guest: Guest, port: Port): string {
  const to = portName(site, { deviceId: device.id, port: port.number })
  if (guest.now === port.number) return `Stays in ${to}.`
  return guest.now === null ? `Goes into ${to}.` : `Moves from port ${guest.now} to ${to}.`
}

function why(site: Site, device: Device, guest: Guest, port: Port): string {
  const spec = portSpecOf(site, device, port.number)
  const poeClass = guest.device.powerSource === 'poe' ? (typeOf(site, guest.device)?.poeClass ?? null) : null
  const power =
    poeClass === null
      ? ''
      : spec?.pse && canServeClass(spec.pse, poeClass)
        ? `${spec.pse} feeds its class ${poeClass}.`
        : `No port left can feed its class ${poeClass}: it needs an injector.`
  const kind =
    port.mode === 'trunk'
      ? `Trunk, native ${port.nativeVlan ?? 'none'}, tagged ${port.taggedVlans.join(', ') || 'none'}.`
      : `Access, VLAN ${port.nativeVlan ?? 'none'}.`
  return `${power} ${kind}`.trim()
}
