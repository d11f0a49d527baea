import { deviceOf } from '../../../plan'
import type { AirEnd, Device, Id, Link, Site } from '../../../plan'
import { composed } from '../../../world'
import type { Configuration } from '../../../world'
import { followedUnits, followsAfter } from '../changes/followed'
import { configurationFrom, farEnds, withFarEnds } from '../changes/configurationFrom'
import { putSubject } from '../changes/splits'
import { unitsOf } from '../changes/units'
import type { Part } from '../changes/units'
import type { Change, Task } from '../types'
import { withRuleOrder } from './ruleOrder'

interface Held {
  device: Device
  from: ReadonlyMap<string, Part>
  changes: Change[]
  /** The order of rules that is meant, and the change that brings it, where it is one. */
  order: { to: Part | null; id: string; isChange: boolean }
  /** What comes by itself, and the change that it comes with; null: there is none to wait for. */
  follows: { parts: [string, Part][]; after: string | null }
}

interface Now {
  configuration: Configuration
  far: [Id, AirEnd | null][]
}

/** Gives the site that the gear makes when some of the changes are done and the others are not. */
export function stateMaker({ present, target, changes }: Pick<Task, 'present' | 'target' | 'changes'>) {
  const surroundings = around(present, target)
  const held = heldBy(present, target, changes)
  const ids = new Set(changes.map(({ id }) => id))
  const cables = changes.filter(({ subject }) => subject.kind === 'cable')
  const known = new Map<string, Now>()

  function now({ device, from, changes: mine, order, follows }: Held, done: ReadonlySet<string>): Now {
    const taken = mine.filter(({ id }) => done.has(id))
    const fresh = done.has(`${device.id}/comes`) ? unitsOf(target, device.id) : null
    const isFollowed = follows.after === null || done.has(follows.after)
    const followed = isFollowed ? follows.parts : []
    const key = `${device.id} ${fresh ? 'fresh' : taken.map(({ id }) => id).join(' ')} ${followed.length}`
    const before = known.get(key)
    if (before) return before
    const parts = fresh ?? partsWith(new Map([...from, ...followed]), taken, order)
    const like = fresh ? (deviceOf(target, device.id) ?? device) : device
    const made = { configuration: configurationFrom(like, parts), far: farEnds(parts) }
    known.set(key, made)
    return made
  }

  const isThere = (id: Id, done: ReadonlySet<string>): boolean =>
    ids.has(`${id}/comes`) && done.has(`${id}/comes`)
      ? true
      : deviceOf(present, id) !== undefined && !done.has(`${id}/goes`)

  /** What every device holds then, by the ids that it had. */
  function configurationsAt(done: ReadonlySet<string>): Configuration[] {
    const all = held.filter(({ device }) => isThere(device.id, done)).map((one) => now(one, done))
    const farOf = new Map(all.flatMap(({ far }) => far))
    return withFarEnds(
      all.map(({ configuration }) => configuration),
      farOf,
    )
  }

  function siteAt(done: ReadonlySet<string>): Site {
    const configurations = configurationsAt(done)
    const there = new Set(configurations.map(({ device }) => device.id))
    const links = linksWith(present.links, cables, done).filter(({ a, b }) =>
      [a, b].every(({ deviceId }) => there.has(deviceId)),
    )
    return composed(configurations, links, surroundings)
  }

  return { siteAt, configurationsAt }
}

/** What is in no device is that of the target; types of both are known. */
const around = (present: Site, target: Site): Site => ({
  ...target,
  deviceTypes: [
    ...target.deviceTypes,
    ...present.deviceTypes.filter(({ id }) => !target.deviceTypes.some((type) => type.id === id)),
  ],
})

function heldBy(present: Site, target: Site, changes: Change[]): Held[] {
  const devices = [...target.devices, ...present.devices.filter(({ id }) => !deviceOf(target, id))]
  return devices.map((listed): Held => {
    const [before, after] = [deviceOf(present, listed.id), deviceOf(target, listed.id)]
    const device = before ?? listed
    const more = (after?.ports ?? []).filter(
      ({ number }) => !device.ports.some((port) => port.number === number),
    )
    return {
      device: { ...device, name: after?.name ?? device.name, ports: [...device.ports, ...more] },
      from: unitsOf(present, listed.id) ?? new Map<string, Part>(),
      changes: changes.filter(({ deviceId, subject }) => deviceId === listed.id && subject.kind === 'unit'),
      order: {
        to: unitsOf(target, listed.id)?.get('ruleOrder') ?? null,
        id: `${listed.id}/ruleOrder`,
        isChange: changes.some(({ id }) => id === `${listed.id}/ruleOrder`),
      },
      follows: {
        parts: followedParts(present, target, listed.id),
        after: followsAfter(present, target, changes, listed.id),
      },
    }
  })
}

function followedParts(present: Site, target: Site, deviceId: Id): [string, Part][] {
  const parts = unitsOf(target, deviceId)
  return [...followedUnits(present, target, deviceId)].flatMap((unit): [string, Part][] => {
    const part = parts?.get(unit)
    return part ? [[unit, part]] : []
  })
}

function partsWith(from: ReadonlyMap<string, Part>, done: Change[], order: Held['order']): Map<string, Part> {
  const parts = new Map(from)
  for (const { subject } of done) if (subject.kind === 'unit') putSubject(parts, subject)
  const [was, is] = [from.get('ruleOrder') ?? null, order.to]
  withRuleOrder(parts, was, is, !order.isChange || done.some(({ id }) => id === order.id))
  return parts
}

function linksWith(links: Link[], cables: Change[], done: ReadonlySet<string>): Link[] {
  const now = new Map(links.map((link) => [link.id, link]))
  for (const { id, subject } of cables) {
    if (subject.kind !== 'cable' || !done.has(id)) continue
    if (subject.to) now.set(subject.to.id, subject.to)
    else if (subject.from) now.delete(subject.from.id)
  }
  return [...now.values()]
}
