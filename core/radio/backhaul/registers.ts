import { perSite } from '../../lib/perSite'
import { deviceOf } from '../../plan'
import type { Device, Id, Site } from '../../plan'
import { compareEnds } from './ends'
import { plannedHop } from './plannedHop'

/** What keeps an uplink from registering: the rows of both ends that must be alike for it. */
const REGISTERS = new Set(['BKH-5', 'BKH-6'])

/**
 * Why the radio uplink of a device never registers, in a sentence; null: it does, as far as the plan knows. A radio that
 * is off or missing, a parent that takes no children, two ends that differ, a level that carries no rate. Where a device
 * has no place on the ground yet, its level is taken as good enough.
 */
export const uplinkFault = perSite((site: Site, childId: Id): string | null => {
  const child = deviceOf(site, childId)
  const parent = deviceOf(site, child?.air?.deviceId ?? null)
  if (!child?.air || !parent) return null
  const why =
    radioFault(child, parent) ??
    meshFault(child, parent) ??
    endsFault(site, child) ??
    levelFault(site, child, parent)
  return why && `${child.name} never registers at ${parent.name} by radio: ${why}.`
})

function radioFault(child: Device, parent: Device): string | null {
  for (const device of [child, parent]) {
    const radio = device.radios.find(({ band }) => band === child.air?.band)
    if (device.radios.length > 0 && !radio) return `${device.name} has no radio at ${child.air?.band} GHz`
    if (radio && !radio.enabled) return `the ${radio.band} GHz radio of ${device.name} is off`
  }
  return null
}

function meshFault(child: Device, parent: Device): string | null {
  if (child.air?.way !== 'mesh') return null
  if (!parent.mesh?.takesChildren) return `${parent.name} takes no children`
  return child.mesh?.seeksParent ? null : `${child.name} may not look for a parent`
}

function endsFault(site: Site, child: Device): string | null {
  const row = compareEnds(site, child).find(
    ({ ok, code, near, far }) => !ok && code !== null && REGISTERS.has(code) && !isUnknown(near, far),
  )
  return row ? `${inSentence(row.what)} is ${row.near} at one end and ${row.far} at the other` : null
}

/** Keys that the file or the page does not carry are no difference: whoever has them compares them. */
const isUnknown = (near: string, far: string): boolean => near === 'not set' && far === 'not set'

function levelFault(site: Site, child: Device, parent: Device): string | null {
  if (!child.position || !parent.position) return null
  const hop = plannedHop(site, child)
  return typeof hop === 'string' || hop.mode !== null
    ? null
    : `${hop.weakerDbm.toFixed(0)} dBm is too weak for any rate`
}

/** What a row is about, inside a sentence: abbreviations keep their capitals. */
const inSentence = (what: string): string =>
  /^\p{Lu}{2}/u.test(what) ? what : what.charAt(0).toLowerCase() + what.slice(1)
