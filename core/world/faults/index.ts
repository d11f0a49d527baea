import { draw } from '../../lib/draw'
import type { Site } from '../../plan'
import { ADDRESS_FAULTS } from './addresses'
import { CABLE_FAULTS } from './cables'
import { SERVICE_FAULTS } from './services'
import type { Fault, Slip } from './types'

export type { Fault, Slip } from './types'

/** Mistakes of the catalogue that a rehearsal can hide. */
export const FAULTS: readonly Fault[] = [...ADDRESS_FAULTS, ...CABLE_FAULTS, ...SERVICE_FAULTS]

/** One way in which a mistake is made at a site, drawn; null: it cannot be made there. */
export function slipOf(site: Site, code: string, seed: number): Slip | null {
  const slips = FAULTS.find((fault) => fault.code === code)?.slips(site) ?? []
  return slips[Math.floor(draw(seed, 'hands', code, 0) * slips.length)] ?? null
}

/** Any mistake that can be made there, drawn. */
export function anySlip(site: Site, seed: number): Slip | null {
  const possible = FAULTS.filter(({ slips }) => slips(site).length > 0)
  const fault = possible[Math.floor(draw(seed, 'hands', 'which', 0) * possible.length)]
  return fault ? slipOf(site, fault.code, seed) : null
}
