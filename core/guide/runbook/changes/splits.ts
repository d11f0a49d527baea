import type { Network, Ssid } from '../../../plan'
import { overlaps, subnetOrNull } from '../../../network/addressing'
import type { Change, Subject } from '../types'
import type { Part, PortVlans } from './units'
import { bothVlans } from './words'

/** What a device still holds of before goes by the unit with this behind it. */
const WAS = '|was'

/** The unit as it is called in the plan, whether it is what was or what is. */
export const unitOf = (unit: string): string => (unit.endsWith(WAS) ? unit.slice(0, -WAS.length) : unit)

/**
 * Where old and new can stand side by side for a while, one change is two: the new one comes, and when everything has moved the old one
 * goes. `splits`: whether both can stand at once; `puts`: how a device holds both. Common practice, no source.
 */
interface Split {
  splits: (from: Part, to: Part) => boolean
  puts: (parts: Map<string, Part>, unit: string, was: Part, is: Part) => void
}

const beside: Split['puts'] = (parts, unit, was, is) => {
  parts.set(`${unit}${WAS}`, was)
  parts.set(unit, is)
}

const SPLITS: Record<string, Split> = {
  /** A tagged VLAN is renumbered: the new id on every trunk before the old one comes off. */
  vlans: {
    splits: (from, to) => {
      const [a, b] = [from.value as PortVlans, to.value as PortVlans]
      const adds = b.taggedVlans.some((vlanId) => !a.taggedVlans.includes(vlanId))
      const removes = a.taggedVlans.some((vlanId) => !b.taggedVlans.includes(vlanId))
      return adds && removes && a.mode === 'trunk' && b.mode === 'trunk'
    },
    puts: (parts, unit, was, is) => void parts.set(unit, { ...is, value: bothVlans(was, is) }),
  },
  /** An SSID gets another name: clients join the new one while the old one still serves. By one name there is only one. */
  ssid: {
    splits: (from, to) => (from.value as Ssid).name !== (to.value as Ssid).name,
    puts: (parts, unit, was, is) => {
      const old = was.value as Ssid
      beside(parts, unit, { ...was, value: { ...old, id: `${old.id}~was` } }, is)
    },
  },
  /** A subnet moves: old and new side by side at the router, in VLANs and ranges that have nothing in common. */
  interface: { splits: (from, to) => areApart(from.networks[0], to.networks[0]), puts: beside },
  service: { splits: (from, to) => areApart(from.networks[0], to.networks[0]), puts: beside },
}

function areApart(a: Network | undefined, b: Network | undefined): boolean {
  const [one, other] = [a, b].map((network) => subnetOrNull(network?.subnet ?? ''))
  return one != null && other != null && a?.vlanId !== b?.vlanId && !overlaps(one, other)
}

const splitOf = (unit: string): Split | undefined => SPLITS[unit.slice(0, unit.indexOf(':'))]

type UnitSubject = Extract<Subject, { kind: 'unit' }>

/** A unit's change, whole or in two halves. */
export function halves(unit: string, from: Part | null, to: Part | null): UnitSubject[] {
  const whole: UnitSubject = { kind: 'unit', unit, from, to, half: 'all' }
  if (!from || !to || splitOf(unit)?.splits(from, to) !== true) return [whole]
  return [
    { ...whole, half: 'add' },
    { ...whole, half: 'remove' },
  ]
}

/** Puts what a change sets into what a device holds. */
export function putSubject(parts: Map<string, Part>, { unit, half, to }: UnitSubject): void {
  const now = parts.get(unit) ?? null
  if (half === 'add' && now && to) {
    splitOf(unit)?.puts(parts, unit, now, to)
    return
  }
  if (half === 'remove') parts.delete(`${unit}${WAS}`)
  if (to) parts.set(unit, to)
  else parts.delete(unit)
}

/**
 * Cables that wait for each other's socket in a circle: one of them is pulled out first, and plugged in where it belongs when its
 * socket is free.
 */
export function withoutCircles(cables: readonly Change[]): Change[] {
  const circle = firstCircle(cables)
  const first = cables.find(({ id }) => id === circle)
  if (!first || first.subject.kind !== 'cable') return [...cables]
  const { subject } = first
  const out: Change = {
    ...first,
    id: `${first.id}/out`,
    deviceId: subject.from?.a.deviceId ?? first.deviceId,
    subject: { ...subject, to: null },
    after: [],
    becomes: 'pulled out for a moment',
  }
  const back: Change = {
    ...first,
    subject: { ...subject, from: null },
    after: [out.id, ...first.after],
    was: 'pulled out for a moment',
  }
  const rest = cables
    .filter((one) => one !== first)
    .map((one) => ({ ...one, after: one.after.map((id) => (id === first.id ? out.id : id)) }))
  return withoutCircles([out, back, ...rest])
}

/** A cable that waits, over however many others, for itself. */
function firstCircle(cables: readonly Change[]): string | null {
  const after = new Map(cables.map(({ id, after: waits }) => [id, waits]))
  const waitsFor = (id: string, goal: string, seen: Set<string>): boolean =>
    (after.get(id) ?? []).some((next) => {
      if (next === goal) return true
      if (seen.has(next)) return false
      seen.add(next)
      return waitsFor(next, goal, seen)
    })
  // The first by name: the way back pulls the same one.
  const ids = cables.map(({ id }) => id).sort((a, b) => a.localeCompare(b, 'en'))
  return ids.find((id) => waitsFor(id, id, new Set())) ?? null
}
