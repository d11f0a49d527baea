import { DEFAULT_GROUND, bareDevice, emptySite } from '~/core/plan'
import type { Antenna, Building, Obstacle, Point, PropagationModel, Site, Wall } from '~/core/plan'
import { seededRandom } from '~/core/lib/random'
import { ceilingAntenna } from '~/core/radio/propagation'

export const MODELS: PropagationModel[] = ['byPlace', 'multiWall', 'powerLaw', 'siteGeneral', 'freeSpace']
const MATERIALS = ['brick', 'concrete', 'plasterboard', 'glass', 'metal', 'wood']
const SECTOR: Antenna = {
  ...ceilingAntenna(9),
  id: 'sector',
  name: 'Sector',
  kind: 'sector',
  horizontalBeamDeg: 90,
  verticalBeamDeg: 30,
}

/** Walls, boats, two storeys and an access point at random. */
export function randomSite(seed: number, model: PropagationModel): Site {
  const next = seededRandom(seed)
  const between = (from: number, to: number) => from + next() * (to - from)
  const spot = (): Point => [between(0, 40), between(0, 30)]
  const box = (): Point[] => {
    const [x, y] = spot()
    const [w, h] = [between(2, 10), between(2, 8)]
    const corners: Point[] = [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ]
    return next() < 0.5 ? corners : corners.reverse()
  }
  const walls = Array.from({ length: 12 }, (_, i): Wall => ({
    id: `w${i}`,
    levelId: next() < 0.7 ? 'low' : 'high',
    points: Array.from({ length: 2 + Math.floor(next() * 3) }, spot),
    material: MATERIALS[Math.floor(next() * MATERIALS.length)]!,
    thicknessMm: between(5, 200),
    heightM: next() < 0.4 ? between(1, 3) : null,
    ownLossDb: null,
    openings: next() < 0.4 ? [{ id: 'o', fromM: 0.3, widthM: 0.4, material: 'air', thicknessMm: 0 }] : [],
  }))
  const obstacles = Array.from({ length: 3 }, (_, i): Obstacle => ({
    id: `o${i}`,
    name: `Boats ${i}`,
    levelId: 'low',
    kind: 'boats',
    outline: box(),
    lossDbPerM: between(0.2, 2),
    heightM: between(1, 6),
  }))
  const buildings = Array.from({ length: 2 }, (_, i): Building => ({
    id: `b${i}`,
    name: `House ${i}`,
    outline: box(),
    levelIds: ['low', 'high'],
    roofHeightM: null,
    roofMaterial: 'wood',
    roofMm: 30,
  }))
  return {
    ...emptySite('Random'),
    country: 'NL',
    ground: { ...DEFAULT_GROUND, model },
    levels: [
      { id: 'low', name: 'Ground', floorM: 0, heightM: 3, slabMaterial: 'concrete', slabMm: 0 },
      { id: 'high', name: 'Upstairs', floorM: 3, heightM: 2.8, slabMaterial: 'concrete', slabMm: 180 },
    ],
    walls,
    obstacles,
    buildings,
    antennas: [SECTOR],
    devices: [
      {
        ...bareDevice('ap', 'AP', 'accessPoint'),
        radios: [{ band: '5', enabled: true, channel: 36, widthMhz: 40, powerDbm: null, locked: false }],
        position: {
          levelId: next() < 0.5 ? 'low' : 'high',
          at: spot(),
          heightM: between(1, 2.7),
          antennaId: next() < 0.5 ? 'sector' : null,
          azimuthDeg: between(0, 360),
          tiltDeg: between(-20, 40),
          locked: false,
        },
      },
    ],
  }
}
