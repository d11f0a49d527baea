import isEqual from 'fast-deep-equal'
import { aimNetworkId, deviceOf, kindOf, linkAt, networkOf, sameEnd } from '../../../plan'
import type { Device, Id, Link, Rule, Site, Ssid } from '../../../plan'
import { setUpBy } from '../../../world'
import { effortAt } from '../state/effort'
import type { Change, Subject } from '../types'
import { followedUnits } from './followed'
import { halves, withoutCircles } from './splits'
import { withTemporaryAddresses } from './temporary'
import { unitsOf } from './units'
import type { Part } from './units'
import { unitWords, valueWords } from './words'

/** What sets nothing in the gear. */
const ON_PAPER: ReadonlySet<string> = new Set(['remote'])

/** The finest changes from one plan to another, device by device in the target's order. */
export function changesBetween(present: Site, target: Site): Change[] {
  const devices = [...target.devices, ...present.devices.filter(({ id }) => !deviceOf(target, id))]
  const changes = withTemporaryAddresses(
    present,
    target,
    dropsFirst(devices.flatMap((device) => deviceChanges(present, target, device))),
  )
  return [...changes, ...withoutCircles(cableChanges(present, target, changes))]
}

function deviceChanges(present: Site, target: Site, { id }: Device): Change[] {
  const [before, after] = [deviceOf(present, id), deviceOf(target, id)]
  const effort = effortAt([present, target], id)
  if (!before || !after || isReplaced(before, after)) return comesAndGoes(id, effort, before, after)
  const [from, to] = [unitsOf(present, id), unitsOf(target, id)]
  if (!from || !to) return []
  const units = [...new Set([...to.keys(), ...from.keys()])]
  const followed = followedUnits(present, target, id)
  return units.flatMap((unit): Change[] => {
    if (ON_PAPER.has(unit) || followed.has(unit) || (!kindOf(before).hasLogin && isOfPort(unit))) return []
    const [was, is] = [from.get(unit) ?? null, to.get(unit) ?? null]
    if (isSame(unit, was, is)) return []
    const server = unit === 'address' ? reservationAt(present, target, before, after) : null
    const byHands = (is ?? was)?.by === 'hands' || !kindOf(before).hasLogin
    const pageId = server ?? (byHands ? null : pageFor(before, unit))
    return halves(unit, was, is).map((subject) => ({
      ...changeOf(present, target, id, subject, pageId),
      hands: pageId === null ? [{ deviceId: id, effort }] : [],
      ...(server === null ? {} : { via: 'server' as const, what: `${after.name}, its reserved address` }),
    }))
  })
}

/** The server at which another reserved address is typed in; null: it is not that alone. */
function reservationAt(present: Site, target: Site, before: Device, after: Device): Id | null {
  const isReserved = [before, after].every(({ management }) => management.addressing === 'reserved')
  const server = networkOf(target, after.management.networkId)?.servedBy ?? null
  return isReserved && server !== null && deviceOf(present, server) ? server : null
}

/** A new SSID comes up when the drops of its network stand: before its first client can join. */
function dropsFirst(changes: Change[]): Change[] {
  const drops = changes.flatMap(({ id, subject }) => {
    if (subject.kind !== 'unit' || !subject.unit.startsWith('rule:') || subject.from || !subject.to) return []
    const rule = subject.to.value as Rule
    const goal = aimNetworkId(rule.to)
    return rule.action === 'drop' ? [{ id, networkIds: [rule.fromNetworkId, goal] }] : []
  })
  if (drops.length === 0) return changes
  return changes.map((change) => {
    const { subject } = change
    if (subject.kind !== 'unit' || !subject.unit.startsWith('ssid:') || subject.from || !subject.to)
      return change
    const { networkId } = subject.to.value as Ssid
    const mine = drops.filter(({ networkIds }) => networkId !== null && networkIds.includes(networkId))
    return { ...change, after: [...change.after, ...mine.map(({ id }) => id)] }
  })
}

/** What has no page has no port settings: its sockets are as they are. */
const isOfPort = (unit: string): boolean => /^(native|vlans|poe|speed):/.test(unit)

/** Another kind of device, or of another type, is another device, whatever it is called. */
const isReplaced = (before: Device, after: Device): boolean =>
  kindOf(before) !== kindOf(after) || before.typeId !== after.typeId || before.mac !== after.mac

function comesAndGoes(
  id: Id,
  effort: number,
  before: Device | undefined,
  after: Device | undefined,
): Change[] {
  const hands = {
    deviceId: id,
    pageId: null,
    after: [] as string[],
    hands: [{ deviceId: id, effort }],
  }
  const goes: Change = {
    ...hands,
    id: `${id}/goes`,
    subject: { kind: 'goes' },
    what: 'the device',
    was: before?.name ?? '',
    becomes: 'taken away',
  }
  const comes: Change = {
    ...hands,
    id: `${id}/comes`,
    subject: { kind: 'comes' },
    after: before ? [goes.id] : [],
    what: 'the device',
    was: 'in its carton',
    becomes: `${after?.name ?? ''}, staged as planned`,
  }
  return [...(before ? [goes] : []), ...(after ? [comes] : [])]
}

/** Its own page, or for what a controller sends it, the controller's. */
const pageFor = (device: Device, unit: string): Id =>
  setUpBy(device) === 'controller' && unit !== 'adoption'
    ? (device.adoption?.controllerId ?? device.id)
    : device.id

function isSame(unit: string, was: Part | null, is: Part | null): boolean {
  if (unit === 'ruleOrder') return sameOrder(was, is)
  const plain = (part: Part | null) => part && [part.value, part.networks.map(typedOf), part.profiles]
  return isEqual(plain(was), plain(is))
}

/** Of a network its VLAN and subnet are typed in; its name and purpose are on paper. */
const typedOf = ({ id, vlanId, subnet }: Part['networks'][number]) => [id, vlanId, subnet]

/** Rules that are there before and after stand in the same order. */
function sameOrder(was: Part | null, is: Part | null): boolean {
  const [a, b] = [was, is].map((part) => (part?.value as Id[] | undefined) ?? [])
  const common = (list: Id[] = [], other: Id[] = []) => list.filter((id) => other.includes(id)).join()
  return common(a, b) === common(b, a)
}

function changeOf(
  present: Site,
  target: Site,
  deviceId: Id,
  subject: Extract<Subject, { kind: 'unit' }>,
  pageId: Id | null,
): Change {
  const { unit, from, to, half } = subject
  const beside = half !== 'all' && !unit.startsWith('vlans:')
  const was = valueWords(present, unit, from, half === 'remove' ? 'both' : 'from', to)
  const becomes = valueWords(target, unit, to, half === 'add' ? 'both' : 'to', from)
  const id = `${deviceId}/${unit}`
  return {
    id: half === 'all' ? id : `${id}/${half}`,
    deviceId,
    subject,
    pageId,
    hands: [],
    after: half === 'remove' ? [`${id}/add`] : [],
    what: unitWords(target, present, deviceId, unit, half),
    was: beside && half === 'add' ? 'not there' : was,
    becomes: beside ? besideWords(half, becomes) : asPlanned(was, becomes),
  }
}

const besideWords = (half: string, becomes: string): string =>
  half === 'add' ? `${becomes}, beside the old` : 'taken off'

/** What is not told in words, such as a key, differs all the same. */
const asPlanned = (was: string, becomes: string): string =>
  becomes === was ? `${becomes}, as planned now` : becomes

function cableChanges(present: Site, target: Site, changes: Change[]): Change[] {
  const ids = [...new Set([...target.links, ...present.links].map(({ id }) => id))]
  return ids.flatMap((linkId): Change[] => {
    const [from, to] = [present, target].map(({ links }) => links.find(({ id }) => id === linkId) ?? null)
    if (from === undefined || to === undefined || alikeEnds(from, to)) return []
    const moved = to ?? from
    if (!moved) return []
    return [
      {
        id: `cable/${linkId}`,
        deviceId: handsAt(from, to),
        subject: { kind: 'cable', from, to },
        pageId: null,
        hands: endsMoved(from, to).map((deviceId) => ({
          deviceId,
          effort: effortAt([present, target], deviceId),
        })),
        after: freedBy(present, target, changes, from, to),
        what: 'cable',
        was: cableWords(present, from),
        becomes: cableWords(target, to),
      },
    ]
  })
}

const alikeEnds = (from: Link | null, to: Link | null): boolean =>
  from !== null && to !== null && sameEnd(from.a, to.a) && sameEnd(from.b, to.b)

/** Devices with an end of the cable that is plugged in or pulled out: both of them where it is new, or goes. */
function endsMoved(from: Link | null, to: Link | null): Id[] {
  const [was, is] = [from, to].map((link) => (link ? [link.a, link.b] : []))
  const moved = [
    ...(was ?? []).filter((end) => !is?.some((other) => sameEnd(end, other))),
    ...(is ?? []).filter((end) => !was?.some((other) => sameEnd(end, other))),
  ]
  return [...new Set(moved.map(({ deviceId }) => deviceId))]
}

/** The hands are at the end that moves; where both do, or the cable is new, at its first end. */
function handsAt(from: Link | null, to: Link | null): Id {
  if (from && to) return sameEnd(from.a, to.a) ? to.b.deviceId : to.a.deviceId
  return (to ?? from)?.a.deviceId ?? ''
}

/** A socket that another cable leaves has to be free first, and a device that comes has to be there. */
function freedBy(
  present: Site,
  target: Site,
  changes: Change[],
  from: Link | null,
  to: Link | null,
): string[] {
  const ends = to ? [to.a, to.b] : []
  const waits = ends.flatMap((end) => {
    const before = linkAt(present, end)
    const leaves = before && before.id !== (to ?? from)?.id
    const there = target.links.find(({ id }) => id === before?.id)
    const stays = there && [there.a, there.b].some((other) => sameEnd(other, end))
    return leaves && !stays ? [`cable/${before.id}`] : []
  })
  const comes = ends.map(({ deviceId }) => `${deviceId}/comes`)
  return [...new Set([...waits, ...comes.filter((id) => changes.some((change) => change.id === id))])]
}

const cableWords = (site: Site, link: Link | null): string =>
  link
    ? [link.a, link.b]
        .map(({ deviceId, port }) => `${deviceOf(site, deviceId)?.name ?? deviceId} port ${port}`)
        .join(' to ')
    : 'not there'
