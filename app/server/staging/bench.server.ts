import { nextEventUs } from '~/core/world'
import type { World } from '~/core/world'
import type { Login } from '~/core/network/layer3'
import type { LoginTry } from '~/schema/bench'
import { boardDelta, deviceSheet, groundOf, NOTHING_SEEN, tryLogin } from '~/field'
import type { BoardDelta, DeviceSheet } from '~/field'
import { liveAt, liveNow, setClock } from './live.server'

/** The bench of a site as it stands now, or null when none was set up. */
export const benchNow = (siteId: string): World | null => liveNow(siteId)?.world ?? null

export interface BenchState {
  speed: number
  board: BoardDelta
}

/** The whole board. */
export function benchState(siteId: string): BenchState | null {
  const live = liveNow(siteId)
  return live && { speed: live.run.speed, board: boardDelta(live.world, NOTHING_SEEN) }
}

/** The board as it was at a moment. */
export function benchStateAt(siteId: string, atS: number): BenchState | null {
  const world = liveAt(siteId, Math.round(atS * 1e6))
  return world && { speed: 0, board: boardDelta(world, NOTHING_SEEN) }
}

export function sheetOf(siteId: string, deviceId: string | null): DeviceSheet | null {
  const live = liveNow(siteId)
  return live && deviceId !== null ? deviceSheet(live.world, deviceId) : null
}

/** What somebody sees who logs in at a device of the bench. Null: there is no bench, or no such SSID that asks for a login. */
export function loginAtBench(
  siteId: string,
  deviceId: string,
  { ssidId, ...person }: LoginTry,
): Login | null {
  const live = liveNow(siteId)
  return live && tryLogin(groundOf(live.world), deviceId, ssidId, person)
}

/** Jumps to the next thing that happens by itself, and stands still there. False when nothing will. */
export function stepBench(siteId: string): boolean {
  const live = liveNow(siteId)
  const next = live && nextEventUs(live.world)
  if (next === null) return false
  setClock(siteId, 0, next)
  return true
}
