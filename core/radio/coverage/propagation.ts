import {
  SITE_GENERAL,
  breakPointM,
  floorLossDb,
  freeSpaceLossDb,
  officeN,
  powerLawLossDb,
  siteGeneralLossDb,
} from '../propagation'
import type { Band, PropagationModel } from '../../plan'

/** How loss grows with distance: `atOneM + slope · log d`, in dB, d in metres. */
export interface Slope {
  atOneM: number
  perDecade: number
}

/** One method as the kernel wants it. */
export interface Propagation {
  /** With nothing in between. */
  clear: Slope
  /** With at least one wall in between. */
  behindWalls: Slope
  /** Outdoors, from here on 20 dB a decade more; Infinity: never. */
  breakM: number
  /** Whether walls and obstacles cost what they are made of. */
  countsWalls: boolean
  /** Whether a slab costs what it is made of, or the floors a published figure. */
  slabs: 'material' | 'table' | 'none'
  /** Table figures: first floor and each further one. */
  firstFloorDb: number
  furtherFloorDb: number
  /** Whether waves go over walls and obstacles outdoors. */
  bends: boolean
}

const slope = (loss: (distanceM: number) => number): Slope => ({
  atOneM: loss(1),
  perDecade: loss(10) - loss(1),
})

export const MODELS: Record<PropagationModel, { name: string; says: string; costs: string; source: string }> =
  {
    byPlace: {
      name: 'By place',
      says: 'Indoors free space and each wall by its material; in the open two rays, and over the top of what stands in the way.',
      costs: 'Needs the walls drawn with what they are made of.',
      source: 'ITU-R P.525-4, P.2040-3, P.1411-11 (break point), P.526-15 (knife edge)',
    },
    multiWall: {
      name: 'Walls one by one',
      says: 'Free space and each wall by its material, everywhere.',
      costs: 'Hopeful far out in the open: no ground, and nothing goes over a wall.',
      source: 'ITU-R P.525-4, P.2040-3',
    },
    powerLaw: {
      name: 'Power law',
      says: 'One slope for an office with its walls in it, and so much a floor.',
      costs: 'Needs no walls, and sees none: a steel door is as good as a curtain.',
      source: 'ITU-R P.1238-8, coefficients from memory',
    },
    siteGeneral: {
      name: 'Site-general',
      says: 'One slope in sight of the access point, a steeper one behind any wall.',
      costs: 'Knows walls only as “in the way”. Measured up to about 30 m in offices.',
      source: 'ITU-R P.1238-11, coefficients from memory',
    },
    freeSpace: {
      name: 'Free space',
      says: 'Nothing in the way, nowhere.',
      costs: 'The best that could ever be: a bound, no forecast.',
      source: 'ITU-R P.525-4',
    },
  }

/** The figures of a method for a radio and a client at heights over the ground. */
export function propagationOf(
  model: PropagationModel,
  band: Band,
  frequencyMhz: number,
  radioHeightM: number,
  clientHeightM: number,
): Propagation {
  const free = slope((d) => freeSpaceLossDb(frequencyMhz, d))
  const base: Propagation = {
    clear: free,
    behindWalls: free,
    breakM: Infinity,
    countsWalls: true,
    slabs: 'material',
    firstFloorDb: 0,
    furtherFloorDb: 0,
    bends: false,
  }
  switch (model) {
    case 'byPlace':
      return {
        ...base,
        bends: true,
        breakM: breakPointM(frequencyMhz, Math.max(0.5, radioHeightM), Math.max(0.5, clientHeightM)),
      }
    case 'multiWall':
      return base
    case 'freeSpace':
      return { ...base, countsWalls: false, slabs: 'none' }
    case 'powerLaw': {
      const law = slope((d) => powerLawLossDb(frequencyMhz, d, officeN(band)))
      return {
        ...base,
        clear: law,
        behindWalls: law,
        countsWalls: false,
        slabs: 'table',
        firstFloorDb: floorLossDb(band, 1),
        furtherFloorDb: floorLossDb(band, 2) - floorLossDb(band, 1),
      }
    }
    case 'siteGeneral':
      return {
        ...base,
        clear: slope((d) => siteGeneralLossDb(frequencyMhz, d, SITE_GENERAL.officeLos)),
        behindWalls: slope((d) => siteGeneralLossDb(frequencyMhz, d, SITE_GENERAL.officeNlos)),
        countsWalls: false,
        slabs: 'table',
        firstFloorDb: floorLossDb(band, 1),
        furtherFloorDb: floorLossDb(band, 2) - floorLossDb(band, 1),
      }
  }
}
