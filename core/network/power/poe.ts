import type { PoeStandard } from '../../plan/types'

export interface PoeClass {
  poeClass: number
  /** Least power the sourcing port must be able to give, W. */
  pseW: number
  /** Most power the powered device may draw at its own socket, W. */
  pdW: number
  /** The least standard whose ports can serve this class in full. */
  standard: PoeStandard
}

/**
 * Power classes of single-signature powered devices.
 * Source: IEEE 802.3-2022 clause 33 table 33-7 and clause 145 tables 145-11 and 145-26 (from memory).
 * Class 0 asks for the same as class 3 (802.3af, unclassified).
 */
export const POE_CLASSES: readonly PoeClass[] = [
  { poeClass: 0, pseW: 15.4, pdW: 12.95, standard: '802.3af' },
  { poeClass: 1, pseW: 4, pdW: 3.84, standard: '802.3af' },
  { poeClass: 2, pseW: 7, pdW: 6.49, standard: '802.3af' },
  { poeClass: 3, pseW: 15.4, pdW: 12.95, standard: '802.3af' },
  { poeClass: 4, pseW: 30, pdW: 25.5, standard: '802.3at' },
  { poeClass: 5, pseW: 45, pdW: 40, standard: '802.3bt-3' },
  { poeClass: 6, pseW: 60, pdW: 51, standard: '802.3bt-3' },
  { poeClass: 7, pseW: 75, pdW: 62, standard: '802.3bt-4' },
  { poeClass: 8, pseW: 90, pdW: 71.3, standard: '802.3bt-4' },
]

/** Highest class a port of each standard can serve. Source: as above. */
const HIGHEST_CLASS: Record<PoeStandard, number> = {
  '802.3af': 3,
  '802.3at': 4,
  '802.3bt-3': 6,
  '802.3bt-4': 8,
}

/** The class's figures. Throws on anything but 0–8. */
export function poeClassFigures(poeClass: number): PoeClass {
  const figures = POE_CLASSES[poeClass]
  if (!figures) throw new RangeError(`PoE classes run from 0 to 8, not ${poeClass}`)
  return figures
}

/** Most a port of that standard must be able to give, W. */
export const pseLimitW = (standard: PoeStandard): number => poeClassFigures(HIGHEST_CLASS[standard]).pseW

/** Most a powered device may draw from a port of that standard, W. */
export const pdLimitW = (standard: PoeStandard): number => poeClassFigures(HIGHEST_CLASS[standard]).pdW

export const canServeClass = (standard: PoeStandard, poeClass: number): boolean =>
  pseLimitW(standard) >= poeClassFigures(poeClass).pseW
