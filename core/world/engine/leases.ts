import type { Found } from '../ways'
import { addressFor } from '../ways'
import type { Gear, World } from '../types'
import { enter, put, say } from './change'
import { appoint } from './queue'

const US_PER_S = 1_000_000
/** How long a lease lasts where nobody says otherwise: that of the exported address service. */
export const LEASE_S = 12 * 3600
/** Below this it is not asked again before the end. Source: RFC 2131 section 4.4.5. */
const LEAST_WAIT_US = 60 * US_PER_S

/** Takes what was found; a lease is renewed after half its time. Source: RFC 2131 section 4.4.5. */
export function takeLease(world: World, gear: Gear, found: Found & { ok: true }): Gear {
  if (found.lease === null)
    return gear.ip === found.ip && gear.lease === null
      ? gear
      : put(world, gear, { ip: found.ip, lease: null, leaseUntilUs: null })
  if (gear.lease?.ip === found.lease.ip && gear.lease.network?.id === found.lease.network?.id) return gear
  const leaseUntilUs = world.nowUs + LEASE_S * US_PER_S
  appoint(world, {
    atUs: world.nowUs + (LEASE_S * US_PER_S) / 2,
    deviceId: gear.id,
    epoch: leaseUntilUs,
    what: 'lease',
  })
  return put(world, gear, { ip: found.ip, lease: found.lease, leaseUntilUs })
}

/** Half of what is left has gone: it asks again, and at the end it has no address any more. */
export function renewLease(world: World, gear: Gear): Gear {
  const until = gear.leaseUntilUs ?? world.nowUs
  const found = addressFor(world, gear)
  if (found.ok && found.lease) return takeLease(world, { ...gear, lease: null }, found)
  if (world.nowUs >= until) {
    say(world, gear.id, 'Its lease has run out.')
    const why = found.ok ? null : found.why
    const without = { ip: null, lease: null, leaseUntilUs: null }
    return gear.listedAt === null ? put(world, gear, without) : enter(world, gear, 'addressing', why, without)
  }
  const half = Math.floor((until - world.nowUs) / 2)
  appoint(world, {
    atUs: half < LEAST_WAIT_US ? until : world.nowUs + half,
    deviceId: gear.id,
    epoch: until,
    what: 'lease',
  })
  return gear
}
