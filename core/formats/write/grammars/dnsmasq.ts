import { slug } from '../../text'

/** Words that dhcp-host takes for something else than a name. Source: dnsmasq(8), --dhcp-host. */
const KEYWORDS = new Set(['ignore', 'infinite'])
/** A number, with or without a unit, is a lease time. Source: dnsmasq(8), --dhcp-host. */
const LEASE_TIME = /^[0-9]+[smhdw]?$/
/** Source: RFC 1035 2.3.4. */
const LONGEST_LABEL = 63

/** A device's name as a host name that dnsmasq takes for one, or null where nothing of it can be. */
export function hostName(name: string): string | null {
  const label = slug(name, '').slice(0, LONGEST_LABEL).replace(/-+$/, '')
  return label === '' || KEYWORDS.has(label) || LEASE_TIME.test(label) ? null : label
}

/** Labels of letters, digits and dashes with dots between. Source: RFC 1123 section 2.1. */
const HOST = /^[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?(\.[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*$/
export const isHostName = (name: string): boolean => name.length <= 253 && HOST.test(name)

/** A tag of its own for the network at that place of the list, whatever its id. */
export const tagAt = (index: number, id: string): string => `set-${index + 1}-${slug(id)}`
