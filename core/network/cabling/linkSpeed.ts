import { deviceOf, portSpecOf } from '../../plan'
import type { CableCategory, Link, LinkEnd, Site } from '../../plan'

/**
 * Fastest Ethernet over each cable at 100 m. Source: IEEE 802.3-2022 clause 40 (1000BASE-T, Cat 5e), clause 126
 * (2.5G/5GBASE-T, Cat 5e/6), clause 55 (10GBASE-T, Cat 6A).
 * Over house wiring the rate is uneven: 100 is assumed, a figure to replace by a measurement (no source).
 */
export const CABLE_MBPS: Record<CableCategory, number> = {
  cat5e: 2500,
  cat6: 5000,
  cat6a: 10000,
  fibre: 10000,
  mains: 100,
}

/** The speed a cable comes up with: the slowest of both ports and the cable. Null when neither end's speed is known. */
export function linkSpeedMbps(site: Site, link: Link): number | null {
  const ends = [endMbps(site, link.a), endMbps(site, link.b)].filter((speed) => speed !== null)
  return ends.length === 0 ? null : Math.min(...ends, CABLE_MBPS[link.category])
}

function endMbps(site: Site, end: LinkEnd): number | null {
  const device = deviceOf(site, end.deviceId)
  const set = device?.ports.find(({ number }) => number === end.port)?.speedMbps ?? null
  const most = device ? (portSpecOf(site, device, end.port)?.maxMbps ?? null) : null
  return set ?? most
}
