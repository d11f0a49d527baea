import { networkOf, profileOf } from '../../plan'
import type { Site, Ssid } from '../../plan'
import type { Rule, Sighting } from './types'
import { atSsid } from './where'

/** Two SSIDs meant to be one: names that differ by case or spaces on one network, or one name with two keys or modes. */
export const ssi1: Rule = {
  code: 'SSI-1',
  check: ({ site }) =>
    site.ssids.flatMap((ssid, i) => site.ssids.slice(0, i).flatMap((other) => compare(site, other, ssid))),
}

const folded = (name: string): string => name.toLowerCase().replace(/\s+/g, '')

function compare(site: Site, one: Ssid, other: Ssid): Sighting[] {
  const where = [atSsid(one), atSsid(other)]
  if (one.name !== other.name)
    return one.networkId === other.networkId && folded(one.name) === folded(other.name)
      ? [
          {
            says: `“${one.name}” and “${other.name}” differ only in case or spaces. To a client they are two networks.`,
            where,
          },
        ]
      : []
  const [a, b] = [profileOf(site, one), profileOf(site, other)]
  if (!a || !b) return []
  if (a.id === b.id || (a.passphrase === b.passphrase && a.mode === b.mode)) return onTwo(site, one, other)
  const differing = [a.passphrase !== b.passphrase ? 'key' : null, a.mode !== b.mode ? 'mode' : null].filter(
    (part) => part !== null,
  )
  return differing.length > 0
    ? [
        {
          says: `“${one.name}” stands twice, with a different ${differing.join(' and ')} (${a.name}, ${b.name}).`,
          where,
        },
      ]
    : []
}

/** A client takes whichever access point is louder: of two alike on two networks it is in either, and loses its address on the way. */
function onTwo(site: Site, one: Ssid, other: Ssid): Sighting[] {
  const [a, b] = [networkOf(site, one.networkId), networkOf(site, other.networkId)]
  return a && b && a.id !== b.id
    ? [
        {
          says: `“${one.name}” is on two networks, ${a.name} and ${b.name}, with one key: a client gets into either, and changes network when it roams.`,
          where: [atSsid(one), atSsid(other)],
        },
      ]
    : []
}
